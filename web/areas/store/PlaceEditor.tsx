import { useMemo, useState } from 'react';
import { typicalKgM2, usualWalls, type Wall } from '#core/containers/load.ts';
import type { PlaceFacts } from '#core/store/facts.ts';
import type { PlaceFields, Shelf } from '#core/store/fields.ts';
import { Act } from '../../app/Act.tsx';
import { useFacts, useReader } from '../../app/hooks.ts';
import { Photo } from '../../app/Photo.tsx';
import { type Draft, draft, newSubject } from '../../session/draft.ts';
import { decimalMark } from '../../texts/decimal.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

type YesNo = 'yes' | 'no';
/** Storeys under and over the ground. */
const levels = Array.from({ length: 13 }, (_, i) => String(i - 3));

/** Sides of a bay that are walls, as one looks at it from its front: a load spreads where there is none. */
const wallSets = {
  usual: usualWalls,
  'back-left': ['back', 'left'],
  'back-right': ['back', 'right'],
  back: ['back'],
  none: [],
  all: ['back', 'left', 'right', 'front'],
} as const satisfies Record<string, readonly Wall[]>;
type WallsId = keyof typeof wallSets;

const wallsId = (given: readonly Wall[] | undefined): WallsId | undefined =>
  (Object.keys(wallSets) as WallsId[]).find(id => {
    const set: readonly Wall[] = wallSets[id];
    return set.length === (given ?? usualWalls).length && set.every(w => (given ?? usualWalls).includes(w));
  });

const flag = (value: boolean | undefined): YesNo => (value ? 'yes' : 'no');

/** What an entry sets of a place: its photo comes with an entry of its own. */
function fieldsOf({ id: _, photo: __, ...fields }: PlaceFacts): PlaceFields {
  return fields;
}

/** What a place is like: its size to scale, its warmth, light and frost, its shelves, and how a stranger finds it. */
export function PlaceEditor({ place, onClose }: { place: PlaceFacts | 'new'; onClose: () => void }) {
  const say = useSay();
  const { units } = useReader();
  const facts = useFacts();
  const before: Partial<PlaceFields> = place === 'new' ? {} : fieldsOf(place);
  const buildings = Object.values(facts.building);
  const [fields, setFields] = useState<Partial<PlaceFields>>({
    level: 0,
    widthM: 4,
    heightM: 2.4,
    shelves: [],
    ...before,
  });
  const [buildingName, setBuildingName] = useState(
    facts.building[before.building ?? '']?.name ?? buildings[0]?.name ?? '',
  );
  const set = (change: Partial<PlaceFields>) => setFields(f => ({ ...f, ...change }));
  const drafts = useMemo(() => {
    const { name, level, widthM, heightM } = fields;
    if (
      !name?.trim() ||
      !buildingName.trim() ||
      widthM === undefined ||
      heightM === undefined ||
      level === undefined
    )
      return undefined;
    const known = Object.values(facts.building).find(
      b => b.name.toLowerCase() === buildingName.trim().toLowerCase(),
    );
    const building = known?.id ?? newSubject('building');
    const list: Draft[] = known
      ? []
      : [
          draft('building.set', building, {
            name: buildingName.trim(),
            order: Object.keys(facts.building).length,
            roof: 'pitched',
          }),
        ];
    const { id: _, ...rest } = fields as Partial<PlaceFacts>;
    const subject = place === 'new' ? newSubject('place') : place.id;
    list.push(
      draft('place.set', subject, {
        ...rest,
        name: name.trim(),
        building,
        level,
        widthM,
        heightM,
        shelves: fields.shelves ?? [],
      }),
    );
    return list;
  }, [fields, buildingName, facts.building, place]);
  const yesNo = (key: 'dark' | 'mayFreeze' | 'directSun') => (
    <ChoiceBlank<YesNo>
      label={say(`place.ask.${key}`)}
      value={flag(fields[key])}
      onValue={value => set({ [key]: value === 'yes' })}
      choices={(['yes', 'no'] as const).map(value => ({ value, label: say(`place.ask.${key}.${value}`) }))}
    />
  );
  return (
    <Dialog title={say(place === 'new' ? 'place.new' : 'place.edit')} open onClose={onClose} wide>
      <Act
        drafts={drafts}
        label={say('place.keep')}
        told={say('place.told', { name: fields.name ?? '' })}
        onDone={onClose}
      >
        <Sentence>
          <Phrase
            text="place.sentence"
            blanks={{
              name: (
                <TextBlank
                  label={say('place.name')}
                  value={fields.name ?? ''}
                  onValue={name => set({ name })}
                  placeholder={say('set-down.place-hint')}
                />
              ),
              building: (
                <TextBlank
                  label={say('place.building')}
                  value={buildingName}
                  onValue={setBuildingName}
                  offers={buildings.map(b => b.name)}
                  placeholder={say('first.home')}
                />
              ),
              level: (
                <ChoiceBlank
                  label={say('place.level')}
                  value={String(fields.level ?? 0)}
                  onValue={level => set({ level: Number(level) })}
                  choices={levels.map(value => ({ value, label: say(`level.${value}`) }))}
                />
              ),
              width: (
                <QuantityBlank
                  label={say('place.width')}
                  dimension="lengthM"
                  value={fields.widthM}
                  onValue={widthM => setFields(f => ({ ...f, ...(widthM === undefined ? {} : { widthM }) }))}
                  least={0.3}
                  most={100}
                />
              ),
              height: (
                <QuantityBlank
                  label={say('place.height')}
                  dimension="lengthM"
                  value={fields.heightM}
                  onValue={heightM =>
                    setFields(f => ({ ...f, ...(heightM === undefined ? {} : { heightM }) }))
                  }
                  least={0.3}
                  most={20}
                />
              ),
              depth: (
                <QuantityBlank
                  label={say('place.depth')}
                  dimension="lengthM"
                  value={fields.depthM}
                  onValue={depthM =>
                    setFields(({ depthM: _, ...f }) => (depthM === undefined ? f : { ...f, depthM }))
                  }
                  least={0.2}
                  most={30}
                  placeholder={format.blank(1.2, 'lengthM', units, decimalMark)}
                />
              ),
              walls: (
                <ChoiceBlank<WallsId>
                  label={say('place.walls')}
                  value={wallsId(fields.walls)}
                  onValue={id => set({ walls: wallSets[id] })}
                  choices={(Object.keys(wallSets) as WallsId[]).map(value => ({
                    value,
                    label: say(`place.walls.${value}`),
                  }))}
                />
              ),
              mean: (
                <QuantityBlank
                  label={say('place.mean')}
                  dimension="temperatureC"
                  value={fields.meanC}
                  onValue={meanC =>
                    setFields(({ meanC: _, ...f }) => (meanC === undefined ? f : { ...f, meanC }))
                  }
                  least={-40}
                  most={60}
                />
              ),
              dark: yesNo('dark'),
              directSun: yesNo('directSun'),
              mayFreeze: yesNo('mayFreeze'),
              floor: (
                <QuantityBlank
                  label={say('place.floor')}
                  dimension="loadKgM2"
                  value={fields.floorLimitKgM2}
                  onValue={limit =>
                    setFields(({ floorLimitKgM2: _, ...f }) =>
                      limit === undefined ? f : { ...f, floorLimitKgM2: limit },
                    )
                  }
                  least={10}
                  most={20000}
                />
              ),
              typical: (
                <ChoiceBlank
                  label={say('place.typical')}
                  value={Object.keys(typicalKgM2).find(id => typicalKgM2[id] === fields.floorLimitKgM2)}
                  placeholder={say('place.typical.none')}
                  onValue={id => set({ floorLimitKgM2: typicalKgM2[id]! })}
                  choices={Object.entries(typicalKgM2).map(([value, kgM2]) => ({
                    value,
                    label: say(`place.typical.${value}`),
                    note: say('place.typical.note', { kgM2 }),
                  }))}
                />
              ),
              finding: (
                <TextBlank
                  label={say('place.finding')}
                  value={fields.finding ?? ''}
                  onValue={finding => set({ finding })}
                  placeholder={say('place.finding-hint')}
                />
              ),
            }}
          />
        </Sentence>
        <Shelves
          shelves={fields.shelves ?? []}
          widthM={fields.widthM ?? 4}
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

interface ShelvesProps {
  readonly shelves: readonly Shelf[];
  readonly widthM: number;
  readonly onShelves: (shelves: readonly Shelf[]) => void;
}

const SHELF_STEP_M = 0.6;

function Shelves({ shelves, widthM, onShelves }: ShelvesProps) {
  const say = useSay();
  const change = (id: string, more: Partial<Shelf>) =>
    onShelves(shelves.map(s => (s.id === id ? { ...s, ...more } : s)));
  const add = () => {
    const heightM = Math.max(0.2, ...shelves.map(s => s.heightM)) + SHELF_STEP_M;
    onShelves([
      ...shelves,
      {
        id: String.fromCharCode(65 + shelves.length),
        heightM: Math.round(heightM * 10) / 10,
        fromM: 0.2,
        toM: widthM - 0.2,
        limitKg: 150,
      },
    ]);
  };
  return (
    <div>
      {shelves.map(s => (
        <Sentence key={s.id}>
          <Phrase
            text="shelf.sentence"
            blanks={{
              'on-shelf': say('move.on-shelf', { id: s.id }),
              height: (
                <QuantityBlank
                  label={say('shelf.height')}
                  dimension="lengthM"
                  value={s.heightM}
                  onValue={heightM => heightM !== undefined && change(s.id, { heightM })}
                  least={0}
                  most={6}
                />
              ),
              limit: (
                <QuantityBlank
                  label={say('shelf.limit')}
                  dimension="massKg"
                  value={s.limitKg}
                  onValue={limitKg => limitKg !== undefined && change(s.id, { limitKg })}
                  least={0}
                  most={20000}
                />
              ),
            }}
          />
        </Sentence>
      ))}
      <Button look="quiet" onClick={add}>
        {say('shelf.add')}
      </Button>
    </div>
  );
}
