import fc from 'fast-check';
import {
  joined,
  type Phase,
  type Problem,
  type Span,
  type Stage,
  type Tool,
  type ToolKind,
} from './problem.ts';

// Days' work of all kinds, for tests: what each is made of is small, so that a fault is read by eye.

const lasts = (sizes: number, most: number) =>
  fc
    .array(fc.integer({ min: 1, max: most }), { minLength: sizes, maxLength: sizes })
    .map(all => all.sort((a, b) => a - b));

const phase = (id: string, sizes: number, most: number, more: Partial<Phase> = {}): fc.Arbitrary<Phase> =>
  lasts(sizes, most).map(minutes => ({ id, minutes, ...more }));

const SIZES = [0.5, 1] as const;

/** A stage of a kind: what hands do before and after, and what happens between. */
const stage = (id: string, tool: ToolKind, litres: number): fc.Arbitrary<Stage> => {
  const sizes = SIZES.length;
  const isPot = tool === 'pot';
  const isSun = tool === 'bottles';
  return fc
    .tuple(
      phase('fill', sizes, 6, { hand: true }),
      isPot
        ? phase('rolling', sizes, 40, { stove: true, flame: true })
        : phase('run', sizes, 90, isSun ? { daylight: true } : tool === 'still' ? { flame: true } : {}),
      phase('cool', sizes, isPot ? 200 : 60),
      phase('pour', sizes, 6, { hand: true }),
      fc.constantFrom(1, 0.9),
    )
    .map(([fill, run, cool, pour, outShare]) => ({
      ...{ id, method: 'boil', tool, outShare, uses: [] },
      sizesL: SIZES.map(share => share * litres),
      phases: isPot ? [fill, run, { ...cool, id: 'cool' }, pour] : [fill, run, pour],
    }));
};

const awake: fc.Arbitrary<readonly Span[]> = fc
  .tuple(fc.integer({ min: 0, max: 120 }), fc.integer({ min: 500, max: 960 }))
  .map(([from, lasting]) =>
    joined([0, 1440, 2880].map(day => ({ from: day + from, until: day + from + lasting }))),
  );

const kinds: readonly ToolKind[] = ['pot', 'filter', 'vessel', 'bottles', 'still'];

/** A day's work with up to three kinds of tools in one line, or in two lines beside each other. */
const daysOf = (mostL: number, areTwo: fc.Arbitrary<boolean>): fc.Arbitrary<Problem> =>
  fc
    .record({
      needL: fc.integer({ min: 5, max: mostL }),
      hands: fc.array(awake, { minLength: 1, maxLength: 4 }),
      kinds: fc.uniqueArray(fc.constantFrom(...kinds), { minLength: 1, maxLength: 3 }),
      counts: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: kinds.length, maxLength: kinds.length }),
      litres: fc.array(fc.constantFrom(5, 10, 20), { minLength: kinds.length, maxLength: kinds.length }),
      trip: fc.integer({ min: 5, max: 40 }),
      load: fc.constantFrom(10, 20),
      waitingL: fc.constantFrom(40, 80),
      areTwo,
    })
    .chain(c => {
      const of = (kind: ToolKind) => kinds.indexOf(kind);
      const tools: Tool[] = [
        ...c.kinds.flatMap(kind =>
          Array.from({ length: c.counts[of(kind)]! }, (_, i) => ({
            ...{ id: `${kind}-${i + 1}`, kind, litres: c.litres[of(kind)]! },
          })),
        ),
        ...(c.kinds.includes('pot') ? [{ id: 'stove-1', kind: 'stove' as const, litres: 0 }] : []),
      ];
      const fetch: Stage = {
        ...{ id: '', method: 'fetch', sizesL: [c.load], outShare: 1, uses: [] },
        phases: [{ id: 'trip', minutes: [c.trip], hand: true, away: true }],
      };
      // in one line behind each other, or each kind a line of its own
      const lines = c.areTwo ? c.kinds.slice(0, 2).map(kind => [kind]) : [c.kinds];
      return fc
        .tuple(
          ...lines.map((line, n) =>
            fc.tuple(...line.map((kind, i) => stage(`${n + 1}.${i + 1}`, kind, c.litres[of(kind)]!))),
          ),
        )
        .map(
          (made): Problem => ({
            ...{ needL: c.needL, tools, waitingL: c.waitingL, readyL: c.needL + 40 },
            lines: made.map((stages, n) => ({
              ...{ id: `${n + 1}`, heldL: 0 },
              stages: [{ ...fetch, id: `${n + 1}.0` }, ...stages],
            })),
            hands: c.hands.map((spans, i) => ({ id: `hand ${i + 1}`, awake: spans })),
            daylight: [60, 1500, 2940].map(from => ({ from, until: from + 600 })),
            ...{ eveningMin: 780, horizonMin: 4320 },
          }),
        );
    });

export const anyDay = daysOf(60, fc.boolean());
/** Short, and by one way: solved so often that what is found is the best. */
export const shortDay = daysOf(20, fc.constant(false));
