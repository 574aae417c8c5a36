import { useMemo } from 'react';
import type { Dimension } from '#core/base/units/dimension.ts';
import {
  type ContainerKind,
  type Material,
  materials,
  type Shape,
  shapes,
} from '#core/storage/containers/kinds.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

type YesNo = 'yes' | 'no';
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

/** A kind of one's own: what it holds, weighs and measures, and what it is made of. */
export function KindEditor({
  onDone,
  onClose,
}: {
  onDone: (kind: ContainerKind) => void;
  onClose: () => void;
}) {
  const say = useSay();
  const facts = useFacts();
  const typed = 'kind';
  const [name, setName] = useTyped(typed, 'name', '');
  const [shape, setShape] = useTyped<Shape>(typed, 'shape', 'can');
  const [material, setMaterial] = useTyped<Material>(typed, 'material', 'HDPE');
  const [sizes, setSizes] = useTyped<
    Record<'nominalL' | 'tareKg' | 'widthCm' | 'depthCm' | 'heightCm' | 'price' | 'years', number | undefined>
  >(typed, 'sizes', {
    nominalL: undefined,
    tareKg: undefined,
    widthCm: undefined,
    depthCm: undefined,
    heightCm: undefined,
    price: 0,
    years: 10,
  });
  const [pieces, setPieces] = useTyped<number | undefined>(typed, 'pieces', USUAL_PIECES);
  const [flags, setFlags] = useTyped(typed, 'flags', { lightProof: false, stackable: false, tap: false });
  const kind = useMemo((): ContainerKind | undefined => {
    const { nominalL, tareKg, widthCm, depthCm, heightCm, price, years } = sizes;
    if (
      !idOf(name) ||
      nominalL === undefined ||
      tareKg === undefined ||
      !widthCm ||
      !depthCm ||
      !heightCm ||
      price === undefined ||
      !years ||
      (shape === 'pack' && !pieces)
    )
      return undefined;
    return {
      id: `own-${idOf(name)}`,
      name: name.trim(),
      shape,
      nominalL,
      // bottles are bought full
      usableShare: nominalL <= 4 || shape === 'pack' ? 1 : 0.95,
      ...(shape === 'pack' && pieces ? { pieces } : {}),
      tareKg,
      widthMm: widthCm * 10,
      depthMm: depthCm * 10,
      heightMm: heightCm * 10,
      material,
      neck: 'narrow',
      price,
      serviceYears: years,
      ...flags,
    };
  }, [name, shape, pieces, material, sizes, flags]);
  const drafts = useMemo(() => kind && [draft('kind.set', `kind:${kind.id}`, kind)], [kind]);
  const size = (key: keyof typeof sizes, dimension: Dimension, most: number) => (
    <QuantityBlank
      label={say(`kind.${key}`)}
      dimension={dimension}
      value={sizes[key]}
      onValue={value => setSizes(s => ({ ...s, [key]: value }))}
      least={0}
      most={most}
    />
  );
  const flag = (key: keyof typeof flags) => (
    <ChoiceBlank<YesNo>
      label={say(`kind.${key}`)}
      value={flags[key] ? 'yes' : 'no'}
      onValue={value => setFlags(f => ({ ...f, [key]: value === 'yes' }))}
      choices={(['yes', 'no'] as const).map(value => ({ value, label: say(`kind.${key}.${value}`) }))}
    />
  );
  return (
    <Dialog title={say('kind.title')} open onClose={onClose} wide>
      <Act
        typed={typed}
        drafts={drafts}
        label={say('kind.keep')}
        told={say('kind.told', { name })}
        onDone={() => kind && onDone(kind)}
      >
        <Sentence>
          <Phrase
            text="kind.sentence"
            blanks={{
              name: (
                <TextBlank
                  label={say('kind.name')}
                  value={name}
                  onValue={setName}
                  placeholder={say('kind.name-hint')}
                  fault={facts.kind[`own-${idOf(name)}`] ? 'kind.taken' : undefined}
                />
              ),
              shape: (
                <ChoiceBlank<Shape>
                  label={say('kind.shape')}
                  value={shape}
                  onValue={setShape}
                  choices={shapes.map(value => ({ value, label: say(`shape.${value}`) }))}
                />
              ),
              pack: shape === 'pack' && (
                <Phrase
                  text="kind.sentence.pack"
                  blanks={{
                    pieces: (
                      <QuantityBlank
                        label={say('kind.pieces')}
                        dimension="number"
                        value={pieces}
                        onValue={setPieces}
                        least={2}
                        most={1000}
                        wholeNumbers
                      />
                    ),
                  }}
                />
              ),
              material: (
                <ChoiceBlank<Material>
                  label={say('kind.material')}
                  value={material}
                  onValue={setMaterial}
                  choices={materials.map(value => ({ value, label: say(`material.${value}`) }))}
                />
              ),
              nominalL: size('nominalL', 'volumeL', 100_000),
              tareKg: size('tareKg', 'massKg', 10_000),
              widthCm: size('widthCm', 'lengthCm', 1000),
              depthCm: size('depthCm', 'lengthCm', 1000),
              heightCm: size('heightCm', 'lengthCm', 1000),
              lightProof: flag('lightProof'),
              stackable: flag('stackable'),
              tap: flag('tap'),
              price: size('price', 'money', 1_000_000),
              years: size('years', 'timeYears', 100),
            }}
          />
        </Sentence>
      </Act>
    </Dialog>
  );
}
