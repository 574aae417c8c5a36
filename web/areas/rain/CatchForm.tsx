import { useMemo } from 'react';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import { type CatchWay, catchWays, caught } from '#core/areas/rain/fields.ts';
import { areaOf, dueL, flushHoldsL, GUESS_SPREAD, roofAt, tanksOf } from '#core/areas/rain/known.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { Instant } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import type { Provenance } from '#core/base/units/amount.ts';
import type { Facts } from '#core/log/facts.ts';
import { SPRAY_US_CM } from '#core/rain/catchment/attended.ts';
import { dipL } from '#core/rain/catchment/dip.ts';
import { fullCm } from '../../acts/DipForm.tsx';
import { Act } from '../../app/Act.tsx';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import { roundStart } from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { withProvenance } from '../../ui/Provenance.tsx';

/** The blanks of a catch: the gauge, then the tank before and after or the jugs, and what belongs to the rain. */
interface Catch {
  readonly gaugeMm: number | undefined;
  readonly by: CatchWay;
  readonly beforeCm: number | undefined;
  readonly afterCm: number | undefined;
  readonly fromL: number | undefined;
  readonly toL: number | undefined;
  readonly jugs: number | undefined;
  readonly jugL: number | undefined;
  readonly flushedL: number | undefined;
  readonly minutes: number | undefined;
  readonly known: Provenance;
  readonly spreadPercent: number | undefined;
  readonly conductivityUsCm: number | undefined;
}

/** The tank that a catchment runs into, as a stick finds it. */
interface Tank {
  readonly tank: ContainerFacts | undefined;
  readonly heightCm: number;
  readonly nominalL: number;
  readonly form: 'lying' | 'standing';
}

function tankOf(facts: Facts, c: CatchmentFacts): Tank {
  const tank = tanksOf(facts, c)[0];
  return {
    tank,
    heightCm: c.tankCm ?? (tank ? fullCm(facts, tank.kind) : 100),
    nominalL: (tank && kindOf(facts, tank.kind)?.nominalL) ?? 0,
    form: c.tankLies ? 'lying' : 'standing',
  };
}

/** Litres that came, by a tank's rise or by jugs; what stands in the tank now, and what was read wrong. */
function cameOf(
  { by, beforeCm, afterCm, fromL, toL, jugs, jugL }: Catch,
  { nominalL, heightCm, form }: Tank,
) {
  const inTank = by !== 'jugs';
  const dipped = (cm: number | undefined) =>
    cm === undefined ? undefined : dipL({ form, nominalL, heightCm }, cm);
  // what stood in the tank before and after, however its level was read
  const [beforeL, afterL] = by === 'dip' ? [dipped(beforeCm), dipped(afterCm)] : [fromL, toL];
  const fell = inTank && beforeL !== undefined && afterL !== undefined && afterL < beforeL;
  const roseL = beforeL === undefined || afterL === undefined || fell ? undefined : afterL - beforeL;
  const inJugsL = jugs === undefined || jugL === undefined ? undefined : jugs * jugL;
  const cameL = inTank ? roseL : inJugsL;
  return {
    inTank,
    fell,
    litres: cameL === undefined ? undefined : Math.round(cameL * 10) / 10,
    levelL: inTank && afterL !== undefined ? Math.round(afterL) : undefined,
    // a level is read to a hundredth: from there on nobody knows how much more would have come
    isFull: inTank && afterL !== undefined && afterL >= 0.99 * nominalL,
  };
}
type Came = ReturnType<typeof cameOf>;

/** What is recorded of a catch; undefined until the gauge was read and something came. */
function draftsOf(facts: Facts, c: CatchmentFacts, tank: Tank, blanks: Catch, came: Came, now: Instant) {
  const { gaugeMm, known, spreadPercent, by, flushedL, minutes, conductivityUsCm } = blanks;
  const { litres, levelL, isFull } = came;
  if (gaugeMm === undefined || litres === undefined || litres <= 0) return undefined;
  const spread = known === 'guessed' && spreadPercent !== undefined ? spreadPercent / 100 : undefined;
  const into = levelL === undefined ? undefined : tank.tank?.id;
  return [
    draft(
      'caught',
      c.id,
      {
        ...{ gaugeMm, by, areaM2: areaOf(c), roof: roofAt(facts, c, now) },
        caughtL: { ...withProvenance(litres, known), ...given({ spread }) },
        ...given({ flushedL, minutes, conductivityUsCm, source: c.source, into }),
        ...given({
          ranOver: isFull ? (true as const) : undefined,
          levelL: into === undefined ? undefined : levelL,
        }),
      },
      into ? { also: [into] } : {},
    ),
  ];
}

/** A rain that was caught: what the gauge says, and what came into the tank or the jugs. */
export function CatchForm({ catchment: c, onDone }: { catchment: CatchmentFacts; onDone: () => void }) {
  const say = useSay();
  const { units } = useReader();
  const facts = useFacts();
  const { now } = useWaterState();
  const tank = useMemo(() => tankOf(facts, c), [facts, c]);
  const typed = `catch ${c.id}`;
  const blanks = useBlanks<Catch>(typed, () => ({
    ...{ gaugeMm: undefined, beforeCm: undefined, afterCm: undefined, fromL: undefined, toL: undefined },
    ...{ by: tank.tank ? 'dip' : 'jugs', jugs: undefined, jugL: roundStart(18, 'volumeL', units) },
    ...{ flushedL: flushHoldsL(c) || undefined, minutes: undefined, conductivityUsCm: undefined },
    ...{ known: 'measured', spreadPercent: GUESS_SPREAD * 100 },
  }));
  const { values } = blanks;
  const came = useMemo(() => cameOf(values, tank), [values, tank]);
  const drafts = useMemo(
    () => draftsOf(facts, c, tank, values, came, now),
    [facts, c, tank, values, came, now],
  );
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('catch.do')}
      told={say('catch.told', { litres: came.litres ?? 0, name: c.name })}
      onDone={onDone}
    >
      <CatchSentence blanks={blanks} tank={tank} fell={came.fell} />
      <CatchAnswer
        came={came}
        flushedL={values.flushedL ?? 0}
        due={values.gaugeMm === undefined ? undefined : dueL(c, values.gaugeMm)}
      />
      <p className="text-small text-ash">{say('catch.spray', { mostUsCm: SPRAY_US_CM })}</p>
    </Act>
  );
}

function CatchSentence({ blanks, tank, fell }: { blanks: Blanks<Catch>; tank: Tank; fell: boolean }) {
  const { values, quantity, choice, known } = blanks;
  const inTank = { least: 0, most: tank.heightCm };
  const inLitres = { least: 0, most: tank.nominalL };
  const fault = fell ? ('catch.fell' as const) : undefined;
  return (
    <Sentence>
      <Phrase
        text="catch.sentence"
        cases={{ by: values.by, known: values.known === 'guessed' ? 'guessed' : undefined }}
        blanks={{
          gauge: quantity('gaugeMm', 'catch.gauge', 'lengthMm', {
            ...boundsOf(caught, 'gaugeMm'),
            autoFocus: true,
          }),
          by: choice('by', 'catch.by', tank.tank ? catchWays : ['jugs'], by => `catch.by.${by}`),
          before: quantity('beforeCm', 'catch.before', 'lengthCm', inTank),
          after: quantity('afterCm', 'catch.after', 'lengthCm', { ...inTank, fault }),
          from: quantity('fromL', 'catch.from', 'volumeL', inLitres),
          to: quantity('toL', 'catch.to', 'volumeL', { ...inLitres, fault }),
          jugs: quantity('jugs', 'catch.jugs', 'number', { least: 0, most: 10_000 }),
          jug: quantity('jugL', 'catch.jug', 'volumeL', { least: 0.1, most: 1000 }),
          flushed: quantity('flushedL', 'catch.flushed', 'volumeL', boundsOf(caught, 'flushedL')),
          minutes: quantity('minutes', 'catch.minutes', 'timeMin', {
            ...boundsOf(caught, 'minutes'),
            least: 1,
            placeholder: 'catch.minutes.unknown',
          }),
          known: known('known'),
          spread: quantity(
            'spreadPercent',
            'catch.spread',
            'percent',
            boundsOf(caught, 'caughtL.spread', 100),
          ),
          conductivity: quantity('conductivityUsCm', 'catch.conductivity', 'conductivityUsCm', {
            ...boundsOf(caught, 'conductivityUsCm'),
            placeholder: 'catch.conductivity.unread',
          }),
        }}
      />
    </Sentence>
  );
}

/** What came, beside what the gauge promised. */
function CatchAnswer({ came, flushedL, due }: { came: Came; flushedL: number; due: number | undefined }) {
  const say = useSay();
  const { litres, isFull, inTank } = came;
  if (litres === undefined) return null;
  return (
    <div data-testid="catch-answer">
      <p className="text-title font-bold">{say('catch.answer', { litres })}</p>
      {due !== undefined && due > 0 && (
        <p>{say('catch.answer.due', { dueL: due, share: (litres + flushedL) / due })}</p>
      )}
      {isFull && <p>{say('catch.answer.full')}</p>}
      {inTank && <p className="text-small text-ash">{say('catch.answer.raw')}</p>}
    </div>
  );
}
