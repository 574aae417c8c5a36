import { useMemo } from 'react';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import { type CatchWay, catchWays, caught } from '#core/areas/rain/fields.ts';
import { areaOf, dueL, flushHoldsL, GUESS_SPREAD, roofAt, tanksOf } from '#core/areas/rain/known.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { Provenance } from '#core/base/units/amount.ts';
import { SPRAY_US_CM } from '#core/rain/catchment/attended.ts';
import { dipL } from '#core/rain/catchment/dip.ts';
import { fullCm } from '../../acts/DipForm.tsx';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import { roundStart } from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { ProvenanceBlank, withProvenance } from '../../ui/Provenance.tsx';

/** A rain that was caught: what the gauge says, and what came into the tank or the jugs. */
export function CatchForm({ catchment: c, onDone }: { catchment: CatchmentFacts; onDone: () => void }) {
  const say = useSay();
  const { units } = useReader();
  const facts = useFacts();
  const { now } = useWaterState();
  const tank = tanksOf(facts, c)[0];
  const kind = tank && kindOf(facts, tank.kind);
  const typed = `catch ${c.id}`;
  const [gaugeMm, setGauge] = useTyped<number | undefined>(typed, 'gaugeMm', undefined);
  const [by, setBy] = useTyped<CatchWay>(typed, 'by', tank ? 'dip' : 'jugs');
  const [beforeCm, setBefore] = useTyped<number | undefined>(typed, 'beforeCm', undefined);
  const [afterCm, setAfter] = useTyped<number | undefined>(typed, 'afterCm', undefined);
  const [fromL, setFromL] = useTyped<number | undefined>(typed, 'fromL', undefined);
  const [toL, setToL] = useTyped<number | undefined>(typed, 'toL', undefined);
  const [jugs, setJugs] = useTyped<number | undefined>(typed, 'jugs', undefined);
  const [jugL, setJugL] = useTyped<number | undefined>(typed, 'jugL', () => roundStart(18, 'volumeL', units));
  const [flushedL, setFlushed] = useTyped<number | undefined>(typed, 'flushedL', flushHoldsL(c) || undefined);
  const [minutes, setMinutes] = useTyped<number | undefined>(typed, 'minutes', undefined);
  const [known, setKnown] = useTyped<Provenance>(typed, 'known', 'measured');
  const [spreadPercent, setSpread] = useTyped<number | undefined>(typed, 'spreadPercent', GUESS_SPREAD * 100);
  const [conductivityUsCm, setConductivity] = useTyped<number | undefined>(
    typed,
    'conductivityUsCm',
    undefined,
  );
  const heightCm = c.tankCm ?? (tank ? fullCm(facts, tank.kind) : 100);
  const nominalL = kind?.nominalL ?? 0;
  const dipped = (cm: number | undefined) =>
    cm === undefined ? undefined : dipL({ form: c.tankLies ? 'lying' : 'standing', nominalL, heightCm }, cm);
  // what stood in the tank before and after, however its level was read
  const [beforeL, afterL] = by === 'dip' ? [dipped(beforeCm), dipped(afterCm)] : [fromL, toL];
  const inTank = by !== 'jugs';
  const fell = inTank && beforeL !== undefined && afterL !== undefined && afterL < beforeL;
  const roseL = beforeL === undefined || afterL === undefined || fell ? undefined : afterL - beforeL;
  const inJugsL = jugs === undefined || jugL === undefined ? undefined : jugs * jugL;
  const cameL = inTank ? roseL : inJugsL;
  const litres = cameL === undefined ? undefined : Math.round(cameL * 10) / 10;
  // a level is read to a hundredth: from there on nobody knows how much more would have come
  const isFull = inTank && afterL !== undefined && afterL >= 0.99 * nominalL;
  const levelL = inTank && afterL !== undefined ? Math.round(afterL) : undefined;
  const areaM2 = areaOf(c);
  const due = gaugeMm === undefined ? undefined : dueL(c, gaugeMm);
  const drafts = useMemo(() => {
    if (gaugeMm === undefined || litres === undefined || litres <= 0) return undefined;
    const amount = {
      ...withProvenance(litres, known),
      ...(known === 'guessed' && spreadPercent !== undefined ? { spread: spreadPercent / 100 } : {}),
    };
    const into = levelL === undefined ? undefined : tank?.id;
    return [
      draft(
        'caught',
        c.id,
        {
          gaugeMm,
          caughtL: amount,
          areaM2,
          by,
          roof: roofAt(facts, c, now),
          ...(flushedL === undefined ? {} : { flushedL }),
          ...(isFull ? { ranOver: true as const } : {}),
          ...(minutes === undefined ? {} : { minutes }),
          ...(conductivityUsCm === undefined ? {} : { conductivityUsCm }),
          ...(c.source ? { source: c.source } : {}),
          ...(into && levelL !== undefined ? { into, levelL } : {}),
        },
        into ? { also: [into] } : {},
      ),
    ];
  }, [
    gaugeMm,
    litres,
    known,
    spreadPercent,
    by,
    tank,
    c,
    areaM2,
    flushedL,
    minutes,
    conductivityUsCm,
    levelL,
    isFull,
    facts,
    now,
  ]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('catch.do')}
      told={say('catch.told', { litres: litres ?? 0, name: c.name })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="catch.sentence"
          cases={{ by, known: known === 'guessed' ? 'guessed' : undefined }}
          blanks={{
            gauge: (
              <QuantityBlank
                label={say('catch.gauge')}
                dimension="lengthMm"
                value={gaugeMm}
                {...boundsOf(caught, 'gaugeMm')}
                onValue={setGauge}
                autoFocus
              />
            ),
            by: (
              <ChoiceBlank<CatchWay>
                label={say('catch.by')}
                value={by}
                onValue={setBy}
                choices={(tank ? catchWays : (['jugs'] as const)).map(value => ({
                  value,
                  label: say(`catch.by.${value}`),
                }))}
              />
            ),
            before: (
              <QuantityBlank
                label={say('catch.before')}
                dimension="lengthCm"
                value={beforeCm}
                least={0}
                most={heightCm}
                onValue={setBefore}
              />
            ),
            after: (
              <QuantityBlank
                label={say('catch.after')}
                dimension="lengthCm"
                value={afterCm}
                least={0}
                most={heightCm}
                fault={fell ? 'catch.fell' : undefined}
                onValue={setAfter}
              />
            ),
            from: (
              <QuantityBlank
                label={say('catch.from')}
                dimension="volumeL"
                value={fromL}
                least={0}
                most={nominalL}
                onValue={setFromL}
              />
            ),
            to: (
              <QuantityBlank
                label={say('catch.to')}
                dimension="volumeL"
                value={toL}
                least={0}
                most={nominalL}
                fault={fell ? 'catch.fell' : undefined}
                onValue={setToL}
              />
            ),
            jugs: (
              <QuantityBlank
                label={say('catch.jugs')}
                dimension="number"
                value={jugs}
                least={0}
                most={10_000}
                onValue={setJugs}
              />
            ),
            jug: (
              <QuantityBlank
                label={say('catch.jug')}
                dimension="volumeL"
                value={jugL}
                least={0.1}
                most={1000}
                onValue={setJugL}
              />
            ),
            flushed: (
              <QuantityBlank
                label={say('catch.flushed')}
                dimension="volumeL"
                value={flushedL}
                {...boundsOf(caught, 'flushedL')}
                onValue={setFlushed}
              />
            ),
            minutes: (
              <QuantityBlank
                label={say('catch.minutes')}
                dimension="timeMin"
                value={minutes}
                least={1}
                most={10_000}
                placeholder={say('catch.minutes.unknown')}
                onValue={setMinutes}
              />
            ),
            known: <ProvenanceBlank value={known} onValue={setKnown} />,
            spread: (
              <QuantityBlank
                label={say('catch.spread')}
                dimension="percent"
                value={spreadPercent}
                {...boundsOf(caught, 'caughtL.spread', 100)}
                onValue={setSpread}
              />
            ),
            conductivity: (
              <QuantityBlank
                label={say('catch.conductivity')}
                dimension="conductivityUsCm"
                value={conductivityUsCm}
                {...boundsOf(caught, 'conductivityUsCm')}
                placeholder={say('catch.conductivity.unread')}
                onValue={setConductivity}
              />
            ),
          }}
        />
      </Sentence>
      {litres !== undefined && (
        <div data-testid="catch-answer">
          <p className="text-title font-bold">{say('catch.answer', { litres })}</p>
          {due !== undefined && due > 0 && (
            <p>{say('catch.answer.due', { dueL: due, share: (litres + (flushedL ?? 0)) / due })}</p>
          )}
          {isFull && <p>{say('catch.answer.full')}</p>}
          {inTank && <p className="text-small text-ash">{say('catch.answer.raw')}</p>}
        </div>
      )}
      <p className="text-small text-ash">{say('catch.spray', { mostUsCm: SPRAY_US_CM })}</p>
    </Act>
  );
}
