import { useMemo } from 'react';
import type { PlaceFacts } from '#core/areas/store/facts.ts';
import { type PlaceFields, place as placeFields } from '#core/areas/store/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { Dimension } from '#core/base/units/quantity.ts';
import { typicalKgM2 } from '#core/storage/containers/load.ts';
import { Act } from '../../app/Act.tsx';
import { Photo } from '../../app/Photo.tsx';
import { useTyped } from '../../app/typed.ts';
import { useFacts, useReader } from '../../session/state.ts';
import { decimalMark } from '../../texts/decimal.ts';
import * as format from '../../texts/format.ts';
import { type TextId, useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { draftsOf, formOf, type PlaceForm, type WallsId, wallSets, wallsId } from './placeForm.ts';
import { Shelves } from './Shelves.tsx';

interface BlanksProps {
  readonly form: PlaceForm;
  readonly set: (change: Partial<PlaceForm>) => void;
}

/** What a place is like: its size to scale, its warmth, light and frost, its shelves, and how a stranger finds it. */
export function PlaceEditor({ place, onClose }: { place: PlaceFacts | 'new'; onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const buildings = useMemo(() => Object.values(facts.building), [facts.building]);
  const typed = `place ${place === 'new' ? place : place.id}`;
  const [form, setForm] = useTyped(typed, 'form', () => formOf(place, buildings, say('first.home')));
  const set = (change: Partial<PlaceForm>) => setForm(before => ({ ...before, ...change }));
  const drafts = useMemo(() => draftsOf(form, place, buildings), [form, place, buildings]);
  return (
    <Dialog title={say(place === 'new' ? 'place.new' : 'place.edit')} open onClose={onClose} wide>
      <Act
        typed={typed}
        drafts={drafts}
        label={say('place.keep')}
        told={say('place.told', { name: form.name ?? '' })}
        onDone={onClose}
      >
        <Sentence>
          <PlaceSentence form={form} set={set} buildings={buildings.map(b => b.name)} />
        </Sentence>
        <Shelves
          shelves={form.shelves ?? []}
          widthM={form.widthM ?? 4}
          onShelves={shelves => set({ shelves })}
        />
      </Act>
      {place !== 'new' && (
        <div className="mt-3">
          <Photo subject={place.id} name={place.name} digest={facts.place[place.id]?.photo} />
        </div>
      )}
    </Dialog>
  );
}

function PlaceSentence({ form, set, buildings }: BlanksProps & { buildings: readonly string[] }) {
  const say = useSay();
  const { units } = useReader();
  const text = (key: 'name' | 'finding', hint: TextId) => (
    <TextBlank
      label={say(`place.${key}`)}
      value={form[key] ?? ''}
      onValue={value => set({ [key]: value })}
      placeholder={say(hint)}
    />
  );
  return (
    <Phrase
      text="place.sentence"
      blanks={{
        name: text('name', 'set-down.place-hint'),
        building: (
          <TextBlank
            label={say('place.building')}
            value={form.buildingName}
            onValue={buildingName => set({ buildingName })}
            offers={buildings}
            placeholder={say('first.home')}
          />
        ),
        level: <LevelBlank form={form} set={set} />,
        width: <FigureBlank form={form} set={set} of="widthM" />,
        height: <FigureBlank form={form} set={set} of="heightM" />,
        depth: (
          <FigureBlank
            form={form}
            set={set}
            of="depthM"
            placeholder={format.blank(1.2, 'lengthM', units, decimalMark)}
          />
        ),
        walls: <WallsBlank form={form} set={set} />,
        mean: <FigureBlank form={form} set={set} of="meanC" />,
        dark: <YesNoBlank form={form} set={set} of="dark" />,
        directSun: <YesNoBlank form={form} set={set} of="directSun" />,
        mayFreeze: <YesNoBlank form={form} set={set} of="mayFreeze" />,
        floor: <FigureBlank form={form} set={set} of="floorLimitKgM2" />,
        typical: <TypicalBlank form={form} set={set} />,
        finding: text('finding', 'place.finding-hint'),
      }}
    />
  );
}

/** Figures of a place: what each is called, its dimension and its bounds. */
const figures = {
  widthM: { label: 'place.width', dimension: 'lengthM', ...boundsOf(placeFields, 'widthM') },
  heightM: { label: 'place.height', dimension: 'lengthM', ...boundsOf(placeFields, 'heightM') },
  depthM: { label: 'place.depth', dimension: 'lengthM', ...boundsOf(placeFields, 'depthM') },
  meanC: { label: 'place.mean', dimension: 'temperatureC', ...boundsOf(placeFields, 'meanC') },
  floorLimitKgM2: { label: 'place.floor', dimension: 'loadKgM2', ...boundsOf(placeFields, 'floorLimitKgM2') },
} as const satisfies Partial<
  Record<keyof PlaceFields, { label: string; dimension: Dimension; least: number; most: number }>
>;

interface FigureProps extends BlanksProps {
  readonly of: keyof typeof figures;
  readonly placeholder?: string;
}

function FigureBlank({ form, set, of, placeholder }: FigureProps) {
  const say = useSay();
  const { label, ...figure } = figures[of];
  return (
    <QuantityBlank
      label={say(label)}
      {...figure}
      value={form[of]}
      onValue={value => set({ [of]: value })}
      {...(placeholder ? { placeholder } : {})}
    />
  );
}

/** Storeys under and over the ground. */
const levels = Array.from({ length: 13 }, (_, i) => String(i - 3));

function LevelBlank({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <ChoiceBlank
      label={say('place.level')}
      value={String(form.level ?? 0)}
      onValue={level => set({ level: Number(level) })}
      choices={levels.map(value => ({ value, label: say(`level.${value}`) }))}
    />
  );
}

function WallsBlank({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <ChoiceBlank<WallsId>
      label={say('place.walls')}
      value={wallsId(form.walls)}
      onValue={id => set({ walls: wallSets[id] })}
      choices={(Object.keys(wallSets) as WallsId[]).map(value => ({
        value,
        label: say(`place.walls.${value}`),
      }))}
    />
  );
}

function YesNoBlank({ form, set, of }: BlanksProps & { of: 'dark' | 'mayFreeze' | 'directSun' }) {
  const say = useSay();
  return (
    <ChoiceBlank<'yes' | 'no'>
      label={say(`place.ask.${of}`)}
      value={form[of] ? 'yes' : 'no'}
      onValue={value => set({ [of]: value === 'yes' })}
      choices={(['yes', 'no'] as const).map(value => ({ value, label: say(`place.ask.${of}.${value}`) }))}
    />
  );
}

/** What floors of a kind commonly bear: a figure to begin with, where nobody knows this one. */
function TypicalBlank({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <ChoiceBlank
      label={say('place.typical')}
      value={Object.keys(typicalKgM2).find(id => typicalKgM2[id] === form.floorLimitKgM2)}
      placeholder={say('place.typical.none')}
      onValue={id => set({ floorLimitKgM2: typicalKgM2[id]! })}
      choices={Object.entries(typicalKgM2).map(([value, kgM2]) => ({
        value,
        label: say(`place.typical.${value}`),
        note: say('place.typical.note', { kgM2 }),
      }))}
    />
  );
}
