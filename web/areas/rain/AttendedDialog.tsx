import { useNavigate } from 'react-router';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import { areaOf, assumedCoefficient, catchmentsOf } from '#core/areas/rain/known.ts';
import { message } from '#core/base/judgement.ts';
import { type AttendedCase, attendedPlan, attendedSteps } from '#core/rain/catchment/attended.ts';
import { surfaceRow } from '#core/rain/catchment/surfaces.ts';
import { noCredit } from '#core/treatment/credit/credit.ts';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts, useReader } from '../../session/state.ts';
import { roundStart } from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** A sheet that was rigged for the storm: no catchment is kept of it. */
const HERE = 'here';

/** Standing by a catch: how long the first water runs, how many empties, how often a jug is swapped; then its sheet. */
export function AttendedDialog({ catchment, onClose }: { catchment?: CatchmentFacts; onClose: () => void }) {
  const say = useSay();
  const { units } = useReader();
  const facts = useFacts();
  const navigate = useNavigate();
  const { recordAndTell } = useRecord();
  const known = catchmentsOf(facts);
  const typed = 'attended';
  const [from, setFrom] = useTyped<string>(typed, 'from', catchment?.id ?? HERE);
  const [lengthM, setLength] = useTyped<number | undefined>(typed, 'lengthM', () =>
    roundStart(5, 'lengthM', units),
  );
  const [widthM, setWidth] = useTyped<number | undefined>(typed, 'widthM', () =>
    roundStart(4, 'lengthM', units),
  );
  const [intensityMmH, setIntensity] = useTyped<number | undefined>(typed, 'intensityMmH', 5);
  const [stormMm, setStorm] = useTyped<number | undefined>(typed, 'stormMm', 10);
  const [jugL, setJug] = useTyped<number | undefined>(typed, 'jugL', () => roundStart(18, 'volumeL', units));
  const [jugs, setJugs] = useTyped<number | undefined>(typed, 'jugs', 10);
  const [spray, setSpray] = useTyped<'no' | 'yes'>(typed, 'spray', 'no');
  const chosen = known.find(c => c.id === from);
  const areaM2 = chosen ? areaOf(chosen) : (lengthM ?? 0) * (widthM ?? 0);
  const isWhole =
    areaM2 > 0 &&
    intensityMmH !== undefined &&
    stormMm !== undefined &&
    jugL !== undefined &&
    jugs !== undefined;
  const c: AttendedCase | undefined = isWhole
    ? {
        areaM2,
        coefficient: chosen ? assumedCoefficient(chosen) : surfaceRow('tarpaulin').coefficient,
        flushMm: chosen?.flushMm ?? 1,
        intensityMmH,
        stormMm,
        jugL,
        jugs,
        isSaltSpray: spray === 'yes',
      }
    : undefined;
  const answer = c && attendedPlan(c);
  const name = chosen?.name ?? say('attended.here.name');
  const begin = async () => {
    if (!c || !answer) return;
    const sheet = newSubject('sheet');
    await recordAndTell(
      [
        draft('sheet.begun', sheet, {
          method: 'attended-catch',
          inputs: {},
          headline: message('attended.headline', {
            jugs: Math.min(c.jugs, answer.jugsToFill),
            name,
            flushMin: answer.flushMin,
            minPerJug: answer.minPerJug,
          }),
          steps: attendedSteps(c),
          uses: [],
          credit: noCredit,
        }),
      ],
      say('attended.told'),
    );
    onClose();
    void navigate(`/bench/${sheet}`);
  };
  return (
    <Dialog title={say('attended.title')} open onClose={onClose} wide>
      <Sentence>
        <Phrase
          text="attended.sentence"
          cases={{ from: chosen ? 'known' : HERE }}
          blanks={{
            from: (
              <ChoiceBlank<string>
                label={say('attended.from')}
                value={from}
                onValue={setFrom}
                choices={[
                  { value: HERE, label: say('attended.here') },
                  ...known.map(k => ({ value: k.id as string, label: k.name })),
                ]}
              />
            ),
            length: (
              <QuantityBlank
                label={say('catchment.length')}
                dimension="lengthM"
                value={lengthM}
                least={0.5}
                most={50}
                onValue={setLength}
              />
            ),
            width: (
              <QuantityBlank
                label={say('catchment.run')}
                dimension="lengthM"
                value={widthM}
                least={0.5}
                most={50}
                onValue={setWidth}
              />
            ),
            intensity: (
              <QuantityBlank
                label={say('attended.intensity')}
                dimension="rainMmH"
                value={intensityMmH}
                least={0.1}
                most={300}
                onValue={setIntensity}
              />
            ),
            storm: (
              <QuantityBlank
                label={say('attended.storm')}
                dimension="lengthMm"
                value={stormMm}
                least={0.5}
                most={500}
                onValue={setStorm}
              />
            ),
            jugs: (
              <QuantityBlank
                label={say('attended.jugs')}
                dimension="number"
                value={jugs}
                wholeNumbers
                least={1}
                most={1000}
                onValue={setJugs}
              />
            ),
            jug: (
              <QuantityBlank
                label={say('catch.jug')}
                dimension="volumeL"
                value={jugL}
                least={0.5}
                most={1000}
                onValue={setJug}
              />
            ),
            spray: (
              <ChoiceBlank<'no' | 'yes'>
                label={say('attended.spray')}
                value={spray}
                onValue={setSpray}
                choices={(['no', 'yes'] as const).map(value => ({
                  value,
                  label: say(`attended.spray.${value}`),
                }))}
              />
            ),
          }}
        />
      </Sentence>
      {c && answer && (
        <div className="my-3" data-testid="attended-answer">
          <p className="text-title leading-tight font-bold">
            {say('attended.answer', { flushMin: answer.flushMin, minPerJug: answer.minPerJug })}
          </p>
          <p>
            {say(answer.jugsToFill > c.jugs ? 'attended.answer.short' : 'attended.answer.enough', {
              toFill: answer.jugsToFill,
              jugs: c.jugs,
              lastMin: answer.jugsLastMin,
              stormMm: c.stormMm,
            })}
          </p>
          <p className="text-small text-ash">
            {say('attended.working', {
              areaM2: c.areaM2,
              coefficient: c.coefficient,
              runoffLMin: answer.runoffLMin,
              flushL: answer.flushL,
            })}
          </p>
        </div>
      )}
      <p className="mb-3 border-l-4 border-clay pl-3 text-small">{say('attended.caution')}</p>
      <Button look="primary" disabled={!c} onClick={() => void begin()}>
        {say('attended.begin')}
      </Button>
    </Dialog>
  );
}
