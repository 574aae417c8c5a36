import type { Shelf } from '#core/areas/store/fields.ts';
import { place as placeFields } from '#core/areas/store/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

interface ShelvesProps {
  readonly shelves: readonly Shelf[];
  readonly widthM: number;
  readonly onShelves: (shelves: readonly Shelf[]) => void;
}

const SHELF_STEP_M = 0.6;

/** The shelves of a place, one a line, and one more. */
export function Shelves({ shelves, widthM, onShelves }: ShelvesProps) {
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
                  {...boundsOf(placeFields, 'shelves.heightM')}
                />
              ),
              limit: (
                <QuantityBlank
                  label={say('shelf.limit')}
                  dimension="massKg"
                  value={s.limitKg}
                  onValue={limitKg => limitKg !== undefined && change(s.id, { limitKg })}
                  {...boundsOf(placeFields, 'shelves.limitKg')}
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
