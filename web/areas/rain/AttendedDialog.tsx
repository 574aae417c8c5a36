import { useNavigate } from 'react-router';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import { areaOf, assumedCoefficient, catchmentsOf } from '#core/areas/rain/known.ts';
import { message } from '#core/base/judgement.ts';
import { type AttendedCase, attendedPlan, attendedSteps } from '#core/rain/catchment/attended.ts';
import { surfaceRow } from '#core/rain/catchment/surfaces.ts';
import { noCredit } from '#core/treatment/credit/credit.ts';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { useRecord } from '../../app/undo.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts, useReader } from '../../session/state.ts';
import { roundStart } from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** A sheet that was rigged for the storm: no catchment is kept of it. */
const HERE = 'here';

/** The blanks of standing by a catch: a surface, a rain, and what stands ready to be filled. */
interface Attended {
  readonly from: string;
  readonly lengthM: number | undefined;
  readonly widthM: number | undefined;
  readonly intensityMmH: number | undefined;
  readonly stormMm: number | undefined;
  readonly jugL: number | undefined;
  readonly jugs: number | undefined;
  readonly spray: 'no' | 'yes';
}

/** The case that the blanks make; undefined while one of them is open. */
function caseOf(blanks: Attended, chosen: CatchmentFacts | undefined): AttendedCase | undefined {
  const { lengthM = 0, widthM = 0, intensityMmH, stormMm, jugL, jugs, spray } = blanks;
  const areaM2 = chosen ? areaOf(chosen) : lengthM * widthM;
  if (areaM2 <= 0 || intensityMmH === undefined || stormMm === undefined) return undefined;
  if (jugL === undefined || jugs === undefined) return undefined;
  return {
    ...{ areaM2, intensityMmH, stormMm, jugL, jugs, isSaltSpray: spray === 'yes' },
    coefficient: chosen ? assumedCoefficient(chosen) : surfaceRow('tarpaulin').coefficient,
    flushMm: chosen?.flushMm ?? 1,
  };
}

/** Standing by a catch: how long the first water runs, how many empties, how often a jug is swapped; then its sheet. */
export function AttendedDialog({ catchment, onClose }: { catchment?: CatchmentFacts; onClose: () => void }) {
  const say = useSay();
  const { units } = useReader();
  const known = catchmentsOf(useFacts());
  const begin = useBegin(onClose);
  const blanks = useBlanks<Attended>('attended', () => ({
    ...{ from: catchment?.id ?? HERE, intensityMmH: 5, stormMm: 10, jugs: 10, spray: 'no' },
    ...{ lengthM: roundStart(5, 'lengthM', units), widthM: roundStart(4, 'lengthM', units) },
    jugL: roundStart(18, 'volumeL', units),
  }));
  const chosen = known.find(c => c.id === blanks.values.from);
  const c = caseOf(blanks.values, chosen);
  return (
    <Dialog title={say('attended.title')} open onClose={onClose} wide>
      <AttendedSentence blanks={blanks} known={known} isKnown={!!chosen} />
      {c && <AttendedAnswer of={c} />}
      <p className="mb-3 border-l-4 border-clay pl-3 text-small">{say('attended.caution')}</p>
      <Button
        look="primary"
        disabled={!c}
        onClick={() => c && void begin(c, chosen?.name ?? say('attended.here.name'))}
      >
        {say('attended.begin')}
      </Button>
    </Dialog>
  );
}

/** Begins the sheet of a catch that is stood by, and goes to it. */
function useBegin(onClose: () => void): (c: AttendedCase, name: string) => Promise<void> {
  const say = useSay();
  const navigate = useNavigate();
  const { recordAndTell } = useRecord();
  return async (c, name) => {
    const { jugsToFill, flushMin, minPerJug } = attendedPlan(c);
    const sheet = newSubject('sheet');
    const jugs = Math.min(c.jugs, jugsToFill);
    await recordAndTell(
      [
        draft('sheet.begun', sheet, {
          ...{ method: 'attended-catch', inputs: {}, uses: [], credit: noCredit },
          headline: message('attended.headline', { jugs, name, flushMin, minPerJug }),
          steps: attendedSteps(c),
        }),
      ],
      say('attended.told'),
    );
    onClose();
    void navigate(`/bench/${sheet}`);
  };
}

interface SentenceProps {
  readonly blanks: Blanks<Attended>;
  readonly known: readonly CatchmentFacts[];
  readonly isKnown: boolean;
}

function AttendedSentence({ blanks: { quantity, choice }, known, isKnown }: SentenceProps) {
  const say = useSay();
  const size = { least: 0.5, most: 50 };
  return (
    <Sentence>
      <Phrase
        text="attended.sentence"
        cases={{ from: isKnown ? 'known' : HERE }}
        blanks={{
          from: choice('from', 'attended.from', [
            { value: HERE, label: say('attended.here') },
            ...known.map(k => ({ value: k.id as string, label: k.name })),
          ]),
          length: quantity('lengthM', 'catchment.length', 'lengthM', size),
          width: quantity('widthM', 'catchment.run', 'lengthM', size),
          intensity: quantity('intensityMmH', 'attended.intensity', 'rainMmH', { least: 0.1, most: 300 }),
          storm: quantity('stormMm', 'attended.storm', 'lengthMm', { least: 0.5, most: 500 }),
          jugs: quantity('jugs', 'attended.jugs', 'number', { wholeNumbers: true, least: 1, most: 1000 }),
          jug: quantity('jugL', 'catch.jug', 'volumeL', { least: 0.5, most: 1000 }),
          spray: choice('spray', 'attended.spray', ['no', 'yes'], is => `attended.spray.${is}`),
        }}
      />
    </Sentence>
  );
}

function AttendedAnswer({ of: c }: { of: AttendedCase }) {
  const say = useSay();
  const { flushMin, minPerJug, jugsToFill, jugsLastMin, runoffLMin, flushL } = attendedPlan(c);
  const { areaM2, coefficient, jugs, stormMm } = c;
  return (
    <div className="my-3" data-testid="attended-answer">
      <p className="text-title leading-tight font-bold">{say('attended.answer', { flushMin, minPerJug })}</p>
      <p>
        {say(jugsToFill > jugs ? 'attended.answer.short' : 'attended.answer.enough', {
          ...{ toFill: jugsToFill, jugs, lastMin: jugsLastMin, stormMm },
        })}
      </p>
      <p className="text-small text-ash">
        {say('attended.working', { areaM2, coefficient, runoffLMin, flushL })}
      </p>
    </div>
  );
}
