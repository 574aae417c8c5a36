import { useMemo } from 'react';
import { containerKind } from '#core/areas/store/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { given } from '#core/base/given.ts';
import type { Dimension } from '#core/base/units/dimension.ts';
import {
  type ContainerKind,
  type Material,
  materials,
  type Shape,
  shapes,
} from '#core/storage/containers/kinds.ts';
import { Act } from '../../app/Act.tsx';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** What each size is measured in, and the bounds of the kind that it makes; a kind is kept in millimetres. */
const sizes = {
  nominalL: ['volumeL', boundsOf(containerKind, 'nominalL')],
  tareKg: ['massKg', boundsOf(containerKind, 'tareKg')],
  widthCm: ['lengthCm', boundsOf(containerKind, 'widthMm', 0.1)],
  depthCm: ['lengthCm', boundsOf(containerKind, 'depthMm', 0.1)],
  heightCm: ['lengthCm', boundsOf(containerKind, 'heightMm', 0.1)],
  price: ['money', boundsOf(containerKind, 'price')],
  years: ['timeYears', boundsOf(containerKind, 'serviceYears')],
} as const satisfies Record<string, readonly [Dimension, object]>;
/** How many bottles a pack has until somebody says it. */
const USUAL_PIECES = 24;

/** A word of the name, free of what an id may not have. */
const idOf = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 32);

/** The blanks of a kind. */
interface Made {
  readonly name: string;
  readonly shape: Shape;
  readonly material: Material;
  readonly nominalL: number | undefined;
  readonly tareKg: number | undefined;
  readonly widthCm: number | undefined;
  readonly depthCm: number | undefined;
  readonly heightCm: number | undefined;
  readonly price: number | undefined;
  readonly years: number | undefined;
  readonly pieces: number | undefined;
  readonly lightProof: boolean;
  readonly stackable: boolean;
  readonly tap: boolean;
}

/** The kind that the blanks make; undefined while one is open. */
function kindMade(made: Made): ContainerKind | undefined {
  const { name, shape, material, lightProof, stackable, tap } = made;
  const { nominalL, tareKg, widthCm, depthCm, heightCm, price, years, pieces } = made;
  if (!idOf(name) || nominalL === undefined || tareKg === undefined || price === undefined) return undefined;
  if (!widthCm || !depthCm || !heightCm || !years || (shape === 'pack' && !pieces)) return undefined;
  return {
    ...{ id: `own-${idOf(name)}`, name: name.trim(), shape, material, nominalL, tareKg, price },
    // bottles are bought full
    usableShare: nominalL <= 4 || shape === 'pack' ? 1 : 0.95,
    ...given({ pieces: shape === 'pack' ? pieces : undefined }),
    ...{ widthMm: widthCm * 10, depthMm: depthCm * 10, heightMm: heightCm * 10 },
    ...{ neck: 'narrow', serviceYears: years, lightProof, stackable, tap },
  };
}

interface Props {
  readonly onDone: (kind: ContainerKind) => void;
  readonly onClose: () => void;
}

/** A kind of one's own: what it holds, weighs and measures, and what it is made of. */
export function KindEditor({ onDone, onClose }: Props) {
  const say = useSay();
  const typed = 'kind';
  const blanks = useBlanks<Made>(typed, () => ({
    ...{
      name: '',
      shape: 'can',
      material: 'HDPE',
      nominalL: undefined,
      tareKg: undefined,
      price: 0,
      years: 10,
    },
    ...{ widthCm: undefined, depthCm: undefined, heightCm: undefined, pieces: USUAL_PIECES },
    ...{ lightProof: false, stackable: false, tap: false },
  }));
  const { values } = blanks;
  const kind = useMemo(() => kindMade(values), [values]);
  const drafts = useMemo(() => kind && [draft('kind.set', `kind:${kind.id}`, kind)], [kind]);
  return (
    <Dialog title={say('kind.title')} open onClose={onClose} wide>
      <Act
        typed={typed}
        drafts={drafts}
        label={say('kind.keep')}
        told={say('kind.told', { name: values.name })}
        onDone={() => kind && onDone(kind)}
      >
        <KindSentence blanks={blanks} />
      </Act>
    </Dialog>
  );
}

function KindSentence({ blanks }: { blanks: Blanks<Made> }) {
  const say = useSay();
  const facts = useFacts();
  const { values, change, quantity, choice, yesNo } = blanks;
  const size = (name: 'nominalL' | 'tareKg' | 'widthCm' | 'depthCm' | 'heightCm' | 'price' | 'years') => {
    const [dimension, bounds] = sizes[name];
    return quantity(name, `kind.${name}`, dimension, bounds);
  };
  const flag = (name: 'lightProof' | 'stackable' | 'tap') =>
    yesNo(name, `kind.${name}`, is => `kind.${name}.${is}`);
  return (
    <Sentence>
      <Phrase
        text="kind.sentence"
        blanks={{
          name: (
            <TextBlank
              label={say('kind.name')}
              value={values.name}
              onValue={name => change({ name })}
              placeholder={say('kind.name-hint')}
              fault={facts.kind[`own-${idOf(values.name)}`] ? 'kind.taken' : undefined}
            />
          ),
          shape: choice('shape', 'kind.shape', shapes, shape => `shape.${shape}`),
          pack: values.shape === 'pack' && (
            <Phrase
              text="kind.sentence.pack"
              blanks={{
                pieces: quantity('pieces', 'kind.pieces', 'number', boundsOf(containerKind, 'pieces')),
              }}
            />
          ),
          material: choice('material', 'kind.material', materials, material => `material.${material}`),
          ...{
            nominalL: size('nominalL'),
            tareKg: size('tareKg'),
            price: size('price'),
            years: size('years'),
          },
          ...{ widthCm: size('widthCm'), depthCm: size('depthCm'), heightCm: size('heightCm') },
          ...{ lightProof: flag('lightProof'), stackable: flag('stackable'), tap: flag('tap') },
        }}
      />
    </Sentence>
  );
}
