import { useMemo } from 'react';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { source as sourceFields } from '#core/areas/sources/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { type Upstream, upstreams } from '#core/water/hazards.ts';
import { kindRow, type SourceKind, sourceKindIds } from '#core/water/sourceKinds.ts';
import { rowOf } from '#core/water/waters.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { draftsOf, formOf, type SourceForm } from './sourceForm.ts';

interface BlanksProps {
  readonly form: SourceForm;
  readonly set: (change: Partial<SourceForm>) => void;
}

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

function SourceSentence({ form, set }: BlanksProps) {
  const say = useSay();
  const kind: SourceKind = form.kind ?? 'spring';
  const { outlet, isSupplied, water } = kindRow(kind);
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
        name: (
          <TextBlank
            label={say('source-form.name')}
            value={form.name ?? ''}
            onValue={name => set({ name })}
            placeholder={say('source-form.name-hint')}
          />
        ),
        kind: (
          <ChoiceBlank<SourceKind>
            label={say('source-form.kind')}
            value={kind}
            onValue={next => set({ kind: next })}
            choices={sourceKindIds.map(value => ({ value, label: say(`source-kind.${value}`) }))}
          />
        ),
        distance: (
          <QuantityBlank
            label={say('source-form.distance')}
            dimension="lengthM"
            value={form.distanceM}
            onValue={distanceM => set({ distanceM })}
            {...boundsOf(sourceFields, 'distanceM')}
          />
        ),
        climb: (
          <QuantityBlank
            label={say('source-form.climb')}
            dimension="lengthM"
            value={form.climbM}
            onValue={climbM => set({ climbM })}
            least={0}
            most={2000}
          />
        ),
        side: (
          <ChoiceBlank<'up' | 'down'>
            label={say('source-form.side')}
            value={form.side}
            onValue={side => set({ side })}
            choices={(['up', 'down'] as const).map(value => ({
              value,
              label: say(`source-form.side.${value}`),
            }))}
          />
        ),
        are: say('source-form.are'),
        upstream: (
          <ManyBlank<Upstream>
            label={say('source-form.upstream')}
            values={form.upstream ?? []}
            onValues={upstream => set({ upstream: withoutContradiction(form.upstream ?? [], upstream) })}
            choices={upstreams.map(value => ({ value, label: say(`upstream.${value}`) }))}
          />
        ),
        flow: (
          <QuantityBlank
            label={say('source-form.flow')}
            dimension="flowLMin"
            value={form.flowLMin}
            onValue={flowLMin => set({ flowLMin })}
            {...boundsOf(sourceFields, 'flowLMin')}
          />
        ),
        shared: (
          <QuantityBlank
            label={say('source-form.shared')}
            dimension="people"
            value={form.sharedBy}
            onValue={sharedBy => set({ sharedBy })}
            {...boundsOf(sourceFields, 'sharedBy')}
          />
        ),
        protected: (
          <ChoiceBlank<'yes' | 'no'>
            label={say('source-form.protected')}
            value={form.isProtected === undefined ? undefined : form.isProtected ? 'yes' : 'no'}
            onValue={value => set({ isProtected: value === 'yes' })}
            choices={(['yes', 'no'] as const).map(value => ({
              value,
              label: say(`source-form.protected.${value}`),
            }))}
          />
        ),
        roof: (
          <ChoiceBlank<'fit' | 'unfit'>
            label={say('source-form.roof')}
            value={form.roof}
            onValue={roof => set({ roof })}
            choices={(['fit', 'unfit'] as const).map(value => ({
              value,
              label: say(`source-form.roof.${value}`),
            }))}
          />
        ),
        price: isSupplied && (
          <QuantityBlank
            label={say('source-form.price')}
            dimension="money"
            value={form.pricePerL}
            onValue={pricePerL => set({ pricePerL })}
            {...boundsOf(sourceFields, 'pricePerL')}
          />
        ),
        season: (
          <ChoiceBlank
            label={say('source-form.season')}
            value={form.season}
            onValue={season => set({ season })}
            choices={(['all-year', 'dry-in-summer', 'frozen-in-winter'] as const).map(value => ({
              value,
              label: say(`season.${value}`),
            }))}
          />
        ),
        permission: (
          <ChoiceBlank
            label={say('source-form.permission')}
            value={form.permission}
            onValue={permission => set({ permission })}
            choices={(['ours', 'asked', 'to-ask', 'refused'] as const).map(value => ({
              value,
              label: say(`permission.${value}`),
            }))}
          />
        ),
        knownBy: (
          <TextBlank
            label={say('source-form.knownBy')}
            value={form.knownBy ?? ''}
            onValue={knownBy => set({ knownBy })}
            placeholder={say('blank.empty')}
          />
        ),
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
