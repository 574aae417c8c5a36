import { useCallback, useMemo, useState } from 'react';
import { SPRAY_US_CM } from '#core/catchment/attended.ts';
import { WETTING_MM } from '#core/catchment/catching.ts';
import { dipL } from '#core/catchment/dip.ts';
import type { CatchmentFacts } from '#core/rain/facts.ts';
import { areaOf, assumedCoefficient, flushHoldsL, roofAt, tanksOf } from '#core/rain/known.ts';
import { kindOf } from '#core/store/state.ts';
import type { Provenance } from '#core/units/amount.ts';
import { fullCm } from '../../acts/DipForm.tsx';
import { Act } from '../../app/Act.tsx';
import { useFacts } from '../../app/hooks.ts';
import { draft } from '../../session/draft.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { ProvenanceBlank, withProvenance } from '../../ui/Provenance.tsx';

type By = 'dip' | 'jugs';

/** How far off what was guessed may be, where nobody says. */
const GUESS_PERCENT = 25;

/** A rain that was caught: what the gauge says, and what came into the tank or the jugs. */
export function CatchForm({ catchment: c, onDone }: { catchment: CatchmentFacts; onDone: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const tank = tanksOf(facts, c)[0];
  const kind = tank && kindOf(facts, tank.kind);
  const [gaugeMm, setGauge] = useState<number | undefined>();
  const [by, setBy] = useState<By>(tank ? 'dip' : 'jugs');
  const [beforeCm, setBefore] = useState<number | undefined>();
  const [afterCm, setAfter] = useState<number | undefined>();
  const [jugs, setJugs] = useState<number | undefined>();
  const [jugL, setJugL] = useState<number | undefined>(18);
  const [flushedL, setFlushed] = useState<number | undefined>(flushHoldsL(c) || undefined);
  const [minutes, setMinutes] = useState<number | undefined>();
  const [known, setKnown] = useState<Provenance>('measured');
  const [spreadPercent, setSpread] = useState<number | undefined>(GUESS_PERCENT);
  const [conductivityUsCm, setConductivity] = useState<number | undefined>();
  const heightCm = c.tankCm ?? (tank ? fullCm(facts, tank.kind) : 100);
  const nominalL = kind?.nominalL ?? 0;
  const levelL = useCallback(
    (cm: number) => dipL({ form: c.tankLies ? 'lying' : 'standing', nominalL, heightCm }, cm),
    [c.tankLies, nominalL, heightCm],
  );
  const fell = by === 'dip' && beforeCm !== undefined && afterCm !== undefined && afterCm < beforeCm;
  const litres =
    by === 'dip'
      ? beforeCm === undefined || afterCm === undefined || fell
        ? undefined
        : Math.round((levelL(afterCm) - levelL(beforeCm)) * 10) / 10
      : jugs === undefined || jugL === undefined
        ? undefined
        : Math.round(jugs * jugL * 10) / 10;
  // a stick is read to a hundredth: from there on nobody knows how much more would have come
  const isFull = by === 'dip' && afterCm !== undefined && afterCm >= 0.99 * heightCm;
  const areaM2 = areaOf(c);
  const dueL =
    gaugeMm === undefined ? undefined : areaM2 * Math.max(0, gaugeMm - WETTING_MM) * assumedCoefficient(c);
  const drafts = useMemo(() => {
    if (gaugeMm === undefined || litres === undefined || litres <= 0) return undefined;
    const amount = {
      ...withProvenance(litres, known),
      ...(known === 'guessed' && spreadPercent !== undefined ? { spread: spreadPercent / 100 } : {}),
    };
    const into = by === 'dip' && tank ? tank.id : undefined;
    return [
      draft(
        'caught',
        c.id,
        {
          gaugeMm,
          caughtL: amount,
          areaM2,
          by,
          roof: roofAt(c),
          ...(flushedL === undefined ? {} : { flushedL }),
          ...(isFull ? { ranOver: true as const } : {}),
          ...(minutes === undefined ? {} : { minutes }),
          ...(conductivityUsCm === undefined ? {} : { conductivityUsCm }),
          ...(c.source ? { source: c.source } : {}),
          ...(into && afterCm !== undefined ? { into, levelL: Math.round(levelL(afterCm)) } : {}),
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
    afterCm,
    levelL,
    isFull,
  ]);
  return (
    <Act
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
                least={0}
                most={1825}
                onValue={setGauge}
                autoFocus
              />
            ),
            by: (
              <ChoiceBlank<By>
                label={say('catch.by')}
                value={by}
                onValue={setBy}
                choices={(tank ? (['dip', 'jugs'] as const) : (['jugs'] as const)).map(value => ({
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
                least={0}
                most={5000}
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
                least={1}
                most={90}
                onValue={setSpread}
              />
            ),
            conductivity: (
              <QuantityBlank
                label={say('catch.conductivity')}
                dimension="conductivityUsCm"
                value={conductivityUsCm}
                least={0}
                most={100_000}
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
          {dueL !== undefined && dueL > 0 && (
            <p>{say('catch.answer.due', { dueL, share: (litres + (flushedL ?? 0)) / dueL })}</p>
          )}
          {isFull && <p>{say('catch.answer.full')}</p>}
          {by === 'dip' && <p className="text-small text-ash">{say('catch.answer.raw')}</p>}
        </div>
      )}
      <p className="text-small text-ash">{say('catch.spray', { mostUsCm: SPRAY_US_CM })}</p>
    </Act>
  );
}
