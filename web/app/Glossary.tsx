import { useMemo } from 'react';
import { useSay } from '../texts/texts.ts';
import { Dialog } from '../ui/Dialog.tsx';

/** Words of the trade that a lay person meets here, each under the texts `glossary.<id>` and `glossary.<id>.is`. */
export const terms = [
  'ntu',
  'turbidity',
  'log',
  'credit',
  'residual',
  'demand',
  'utility',
  'limited',
  'raw',
  'mg-l',
  'ph',
  'alkalinity',
  'ct',
  'e-coli',
  'crypto',
  'giardia',
  'first-flush',
  'runoff',
  'notice',
  'rotate',
] as const;
type Term = (typeof terms)[number];

/** `g`: what the words of this page mean, those that stand on it first. */
export function Glossary({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useSay();
  const [here, others] = useMemo(() => {
    const page = document.querySelector('#layer')?.parentElement?.textContent?.toLowerCase() ?? '';
    const isHere = (term: Term): boolean =>
      say(`glossary.${term}.words`)
        .toLowerCase()
        .split('|')
        .some(word => new RegExp(`(?<!\\p{L})${word.trim().replace('.', '\\.')}(?!\\p{L})`, 'u').test(page));
    return [terms.filter(isHere), terms.filter(term => !isHere(term))];
  }, [say]);
  return (
    <Dialog title={say('glossary.title')} open={open} onClose={onClose} wide>
      {here.length > 0 && <Terms title={say('glossary.here')} of={here} />}
      {others.length > 0 && <Terms title={say('glossary.others')} of={others} />}
    </Dialog>
  );
}

function Terms({ title, of }: { title: string; of: readonly Term[] }) {
  const say = useSay();
  return (
    <section aria-label={title}>
      <h3 className="mt-3 border-b border-slate pb-1 text-base">{title}</h3>
      <dl className="m-0">
        {of.map(term => (
          <div key={term} className="border-b border-rule py-1.5">
            <dt className="font-semibold">{say(`glossary.${term}`)}</dt>
            <dd className="m-0">{say(`glossary.${term}.is`)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
