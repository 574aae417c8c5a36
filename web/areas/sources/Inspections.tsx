import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { dayOf, minutesBetween } from '#core/base/day.ts';
import { riskOf } from '#core/water/inspection.ts';
import { germsOf } from '#core/water/quality/testReading.ts';
import { kindRow } from '#core/water/sourceKinds.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useReader } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';

/** A test within two weeks of an inspection is of the same water (minutes). */
const TOGETHER_MIN = 14 * 1440;

interface RiskProps {
  readonly source: SourceFacts;
  readonly risk: SourceFacts['inspected'][number]['yes'][number];
  readonly isMended: boolean;
  readonly isNew: boolean;
}

/** A risk that was found: put right since, or what is to be done about it. */
function RiskLine({ source, risk, isMended, isNew }: RiskProps) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  return (
    <li className="border-b border-rule py-1">
      <span className={isMended ? 'line-through' : ''}>{say(`inspect.${risk}`)}</span>{' '}
      {isMended ? (
        <strong className="text-reed">{say('sources.mended-line')}</strong>
      ) : (
        <>
          {isNew && <strong className="text-clay">{say('sources.new-line')}</strong>}
          <span className="block text-ash">{say(`inspect.${risk}.remedy`)}</span>
          <Button
            look="quiet"
            className="text-small"
            aria-label={say('label.of', {
              what: say('sources.mend'),
              of: say(`inspect.${risk}`),
            })}
            onClick={() =>
              void recordAndTell([draft('source.mended', source.id, { risk })], say('sources.mended-line'))
            }
          >
            {say('sources.mend')}
          </Button>
        </>
      )}
    </li>
  );
}

/** The inspections of a source, the last one first: what is there, what is new, what was put right. */
export function Inspections({ source }: { source: SourceFacts }) {
  const say = useSay();
  const { timeZone } = useReader();
  if (!kindRow(source.kind).form) return null;
  const [last, before] = [...source.inspected].reverse();
  const gone = before && last ? before.yes.filter(risk => !last.yes.includes(risk)) : [];
  const headline = (at: string, by: string, score: number) => {
    // the test that was made about then
    const test = source.tests?.['e-coli']?.find(
      t => germsOf(t) !== undefined && Math.abs(minutesBetween(at, t.at)) < TOGETHER_MIN,
    );
    const eColi = test && germsOf(test);
    const grade = riskOf(score, eColi);
    return say('sources.inspection-line', {
      day: dayOf(at, timeZone),
      by,
      score,
      risk: `risk.${grade ?? 'low'}`,
      found: eColi === undefined ? '' : say('sources.found-then', { eColi }),
    });
  };
  return (
    <section aria-label={say('sources.inspections')}>
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('sources.inspections')}</h3>
      {!last && <p className="text-small">{say('sources.never-inspected')}</p>}
      {last && (
        <div data-testid="inspections">
          <p className="font-semibold">{headline(last.at, last.by, last.yes.length)}</p>
          <Tally yes={last.yes.length} />
          <ul className="m-0 list-none p-0 text-small">
            {last.yes.map(risk => (
              <RiskLine
                key={risk}
                source={source}
                risk={risk}
                isMended={source.mended.some(m => m.risk === risk && m.at >= last.at)}
                isNew={before !== undefined && !before.yes.includes(risk)}
              />
            ))}
            {gone.map(risk => (
              <li key={risk} className="border-b border-rule py-1 text-ash">
                <span className="line-through">{say(`inspect.${risk}`)}</span>{' '}
                <strong className="text-reed">{say('sources.gone-line')}</strong>
              </li>
            ))}
          </ul>
        </div>
      )}
      {before && (
        <p className="mt-2 text-small text-ash">{headline(before.at, before.by, before.yes.length)}</p>
      )}
      {before && <Tally yes={before.yes.length} />}
    </section>
  );
}

const TEN = 10;

/** Ten squares: those that are risks filled. */
function Tally({ yes }: { yes: number }) {
  return (
    <svg width={TEN * 16} height="14" aria-hidden="true" className="my-1 block">
      {Array.from({ length: TEN }, (_, i) => i).map(i => (
        <rect
          key={i}
          x={i * 16 + 1}
          y="1"
          width="12"
          height="12"
          fill={i < yes ? 'var(--slate)' : 'none'}
          stroke="var(--slate)"
          strokeWidth="1.5"
        />
      ))}
    </svg>
  );
}
