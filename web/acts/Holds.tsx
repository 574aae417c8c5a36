import type { Subject } from '#core/base/subject.ts';
import type { Word } from '#core/water/findings/conditions.ts';
import { type Hold, type WayOut, wordsOf } from '#core/water/findings/holds.ts';
import { useRecord } from '../app/undo.tsx';
import { draft } from '../session/draft.ts';
import { list } from '../texts/lists.ts';
import { type Say, useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';

const wayWords = (way: WayOut, say: Say): string =>
  list(
    way.map(({ condition, isMet }) =>
      isMet ? say('holds.done', { condition: `condition.${condition}` }) : say(`condition.${condition}`),
    ),
  );

interface Props {
  readonly subject: Subject;
  readonly name: string;
  readonly holds: readonly Hold[];
}

/** What holds a water back, since when, what would end it, and the words that somebody may give once they are so. */
export function Holds({ subject, name, holds }: Props) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  if (holds.length === 0) return null;
  const tell = (of: Hold['of'], by: Word) =>
    void recordAndTell([draft('finding.ended', subject, { of, by })], say('holds.told', { name }));
  return (
    <section aria-label={say('holds.title')} data-testid="holds">
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('holds.title')}</h3>
      <ul className="m-0 list-none p-0">
        {holds.map(hold => (
          <li key={hold.of} className="border-b border-rule py-1">
            <strong>{say(`hold.${hold.of}`)}</strong>{' '}
            {hold.since && (
              <span className="text-small text-ash">{say('holds.since', { sinceAt: hold.since })}</span>
            )}
            <span className="block text-small">
              {hold.ends
                .map((way, i) => say(i === 0 ? 'holds.ends' : 'holds.or', { list: wayWords(way, say) }))
                .join(' ')}
            </span>
            {wordsOf(hold).map(word => (
              <Button
                key={word}
                look="quiet"
                className="text-small"
                aria-label={say('holds.for', { word: `word.${word}`, hold: `hold.${hold.of}` })}
                onClick={() => tell(hold.of, word)}
              >
                {say(`word.${word}`)}
              </Button>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
