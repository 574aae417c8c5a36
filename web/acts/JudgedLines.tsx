import type { Judged } from '#core/water/quality/limits.ts';
import { useSay } from '../texts/texts.ts';
import { JudgementLine } from '../ui/JudgementLine.tsx';

/** What a reading means: the answer, everybody's limit where they differ, what the method does not see, and for whom it is worse. */
export function JudgedLines({ judged }: { judged: Judged }) {
  const say = useSay();
  const { judgement, limits, blind, also, standing } = judged;
  return (
    <div className="flex flex-col gap-2" data-standing={standing} data-testid="judged">
      <JudgementLine judgement={judgement} />
      {limits.length > 1 && (
        <ul className="m-0 ml-9 list-none p-0 text-small">
          {limits.map(limit => (
            <li key={limit.authority}>
              {say(`limit.${limit.is}`, {
                authority: `authority.${limit.authority}`,
                bound: [limit.least, limit.most].filter(b => b !== undefined).join('–'),
              })}
            </li>
          ))}
        </ul>
      )}
      {also.map(one => (
        <JudgementLine key={one.reason.id} judgement={one} />
      ))}
      {blind && <p className="ml-9 text-small text-ash">{say(blind)}</p>}
    </div>
  );
}
