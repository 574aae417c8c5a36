import { useMemo } from 'react';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { source as sourceFields } from '#core/areas/sources/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { type Upstream, upstreams } from '#core/water/hazards.ts';
import { kindRow, sourceKindIds } from '#core/water/sourceKinds.ts';
import { rowOf } from '#core/water/waters.ts';
import { Act } from '../../app/Act.tsx';
import { useBlanksOf } from '../../app/blanks.tsx';
import { useTyped } from '../../app/typed.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { draftsOf, formOf, type SourceForm } from './sourceForm.ts';

/** A source as a sentence: what it is, how far, what lies upstream, and what only its kind asks. */
export function SourceEditor({
  source,
  onClose,
}: {
  source: SourceFacts | 'new';
  /** With the id of the source when it was kept. */
  onClose: (kept?: string) => void;
}) {
  const say = useSay();
  const typed = `source ${source === 'new' ? source : source.id}`;
  const [form, setForm] = useTyped(typed, 'form', () => formOf(source));
  const set = (change: Partial<SourceForm>) => setForm(before => ({ ...before, ...change }));
  const drafts = useMemo(() => draftsOf(form, source), [form, source]);
  return (
    <Dialog title={say('source-form.title')} open onClose={() => onClose()} wide>
      <Act
        typed={typed}
        drafts={drafts}
        label={say('source-form.keep')}
        told={say('source-form.told', { name: form.name ?? '' })}
        onDone={() => onClose(drafts?.[0]?.subject)}
      >
        <Sentence>
          <SourceSentence form={form} set={set} />
        </Sentence>
      </Act>
    </Dialog>
  );
}

interface SentenceProps {
  readonly form: SourceForm;
  readonly set: (change: Partial<SourceForm>) => void;
}

const seasons = ['all-year', 'dry-in-summer', 'frozen-in-winter'] as const;
const permissions = ['ours', 'asked', 'to-ask', 'refused'] as const;

function SourceSentence({ form, set }: SentenceProps) {
  const say = useSay();
  const { text, quantity, choice, yesNo } = useBlanksOf({
    values: { ...form, kind: form.kind ?? 'spring' },
    change: set,
  });
  const kind = form.kind ?? 'spring';
  const { outlet, isSupplied, water } = kindRow(kind);
  const bounds = (name: 'distanceM' | 'flowLMin' | 'sharedBy' | 'pricePerL') => boundsOf(sourceFields, name);
  return (
    <Phrase
      text="source-form.sentence"
      cases={{
        outlet: outlet || kind === 'spring' || kind === 'stream' ? 'yes' : undefined,
        ground: rowOf(water).class === 'ground' ? 'yes' : undefined,
        roof: kind === 'rain' ? 'yes' : undefined,
        sold: kind === 'carrier' ? 'yes' : undefined,
      }}
      blanks={{
        name: text('name', 'source-form.name', 'source-form.name-hint'),
        kind: choice('kind', 'source-form.kind', sourceKindIds, one => `source-kind.${one}`),
        distance: quantity('distanceM', 'source-form.distance', 'lengthM', bounds('distanceM')),
        climb: quantity('climbM', 'source-form.climb', 'lengthM', { least: 0, most: 2000 }),
        side: choice('side', 'source-form.side', ['up', 'down'], side => `source-form.side.${side}`),
        are: say('source-form.are'),
        upstream: (
          <ManyBlank<Upstream>
            label={say('source-form.upstream')}
            values={form.upstream ?? []}
            onValues={upstream => set({ upstream: withoutContradiction(form.upstream ?? [], upstream) })}
            choices={upstreams.map(value => ({ value, label: say(`upstream.${value}`) }))}
          />
        ),
        flow: quantity('flowLMin', 'source-form.flow', 'flowLMin', bounds('flowLMin')),
        shared: quantity('sharedBy', 'source-form.shared', 'people', bounds('sharedBy')),
        protected: yesNo('isProtected', 'source-form.protected', is => `source-form.protected.${is}`),
        roof: choice('roof', 'source-form.roof', ['fit', 'unfit'], roof => `source-form.roof.${roof}`),
        price: isSupplied && quantity('pricePerL', 'source-form.price', 'money', bounds('pricePerL')),
        season: choice('season', 'source-form.season', seasons, season => `season.${season}`),
        permission: choice('permission', 'source-form.permission', permissions, one => `permission.${one}`),
        knownBy: text('knownBy', 'source-form.knownBy', 'blank.empty'),
      }}
    />
  );
}

/** "Nobody upstream" and anybody there put each other out: the last tick holds. */
export function withoutContradiction(
  before: readonly Upstream[],
  after: readonly Upstream[],
): readonly Upstream[] {
  const [added] = after.filter(value => !before.includes(value));
  if (added === 'nobody') return after.filter(value => value !== 'people');
  return added === 'people' ? after.filter(value => value !== 'nobody') : after;
}
