import fc from 'fast-check';
import { anyEntryOf } from '#contract/anyEntry.ts';
import { routes } from '#contract/routes.ts';
import { type Entry, entryKinds } from '#core/areas/entries.ts';
import { hand } from '#demo/hand.ts';
import { seeded } from './generate.ts';

const junk = fc.oneof(
  fc.anything({ withNullPrototype: true, withSparseArray: false, withBigInt: false }),
  fc.json().map(text => JSON.parse(text) as unknown),
);
const valid = fc.oneof(...entryKinds.map(anyEntryOf));

/** A good entry with one thing in it changed. */
const bent = fc.tuple(valid, fc.integer({ min: 0, max: 40 }), junk).map(([entry, at, value]) => {
  const copy = structuredClone(entry) as unknown as Record<string, unknown>;
  const data = copy.data as Record<string, unknown>;
  const places: [Record<string, unknown>, string][] = [
    ...Object.keys(copy).map((key): [Record<string, unknown>, string] => [copy, key]),
    ...Object.keys(data).map((key): [Record<string, unknown>, string] => [data, key]),
    [data, '__proto__'],
    [data, 'constructor'],
    [copy, 'also'],
  ];
  const [where, key] = places[at % places.length]!;
  Object.defineProperty(where, key, { value, enumerable: true, configurable: true, writable: true });
  return copy as unknown;
});

/** Not the stream, which never ends, nor what is the same however it is asked for. */
export const paged = Object.values(routes).filter(route => !/events|backup|clock/.test(route));
const mode = fc.constantFrom('intend', 'happened');
const posts = fc.oneof(
  { weight: 6, arbitrary: fc.record({ entries: fc.array(bent, { maxLength: 4 }), mode }) },
  { weight: 4, arbitrary: fc.record({ entries: fc.array(valid, { minLength: 1, maxLength: 4 }), mode }) },
  { weight: 1, arbitrary: junk },
);
const paths = fc.oneof(
  fc.constantFrom(...paged),
  fc.webPath(),
  fc.string().map(text => `/api/subjects/${text}/entries`),
  fc.string().map(text => `/api/${encodeURI(text.replace(/\p{Surrogate}/gu, ''))}`),
);

/** A request. */
export interface Ask {
  readonly path: string;
  readonly init: RequestInit;
}
/** A request that posts a body of JSON. */
export const posted = (path: string, body: string): Ask => ({
  path,
  init: { method: 'POST', headers: { 'Content-Type': 'application/json' }, body },
});

/** A note, its strike, the strike of that, and so on: each rests on the one before. */
const chainOf = (length: number, random: number): Entry[] => {
  const h = hand(new Date(Date.now() - 864e5).toISOString(), 'Fuzz', seeded(random));
  let last = h.write('noted', h.subject('container'), { text: 'x' });
  for (let i = 1; i < length; i++) last = h.write('struck', last.subject, { target: last.id });
  return h.entries;
};
const chains = fc
  .tuple(fc.constantFrom(2, 30, 300), fc.integer({ min: 1 }), mode)
  .map(([length, random, mode]) =>
    posted(routes.entries, written({ entries: chainOf(length, random), mode })),
  );

/** What is nested deeper than any program has room on its stack, alone and where something is expected. */
const nestings = fc
  .tuple(
    fc.constantFrom(100, 10_000, 200_000),
    fc.constantFrom(['[', ']'], ['{"a":', '}'], ['{"entries":[', ']}'], ['{"data":', '}']),
    fc.constantFrom(...paged),
  )
  .chain(([depth, [open, close], path]) => {
    const deep = `${open!.repeat(depth)}1${close!.repeat(depth)}`;
    const bodies = [deep, `{"entries":[${deep}],"mode":"happened"}`, `{"form":${deep}}`, `{"plan":${deep}}`];
    return fc.constantFrom(...bodies).map(body => posted(path, body));
  });

/** Lists and objects wider than anything has members. */
const breadths = fc
  .tuple(
    fc.constantFrom(3000, 9000, 1_000_000),
    fc.constantFrom('0', '[]', '{}', '""', 'null'),
    fc.constantFrom(...Object.values(routes)),
  )
  .chain(([times, one, path]) => {
    const wide = `[${Array.from({ length: times }, () => one).join(',')}]`;
    const keys = `{${Array.from({ length: Math.min(times, 100_000) }, (_, i) => `"${i}":${one}`).join(',')}}`;
    return fc
      .constantFrom(
        `{"entries":${wide},"mode":"happened"}`,
        `{"containers":${wide},"sheet":"a4-24"}`,
        `{"method":"boil","inputs":${keys}}`,
        `{"form":{"without":${wide},"also":${wide}},"steps":${wide}}`,
        `{"plan":{"needL":${wide},"catchments":${wide}}}`,
        keys,
      )
      .map(body => posted(path, body));
  });

/** Long texts, where a text is expected and where none is. */
const texts = fc
  .tuple(
    fc.constantFrom('a', '-', ' ', '{{', '\\u0000', '9', '\u202e', 'é', '\\"'),
    fc.constantFrom(100, 5000, 500_000),
    valid,
    fc.constantFrom(...paged),
  )
  .chain(([letter, times, entry, path]) => {
    const text = `"${letter.repeat(times)}"`;
    const data = JSON.stringify({ ...entry, data: {} }).replace('"data":{}', `"data":{"text":${text}}`);
    const query = encodeURIComponent(letter.repeat(Math.min(times, 5000)));
    return fc.constantFrom(
      posted(routes.entries, `{"entries":[${data}],"mode":"happened"}`),
      posted(path, `{"entries":${text},"form":{"water":${text}},"address":${text}}`),
      { path: `${path}?month=${query}&subject=${query}&since=${query}`, init: { method: 'GET' } },
      { path: routes.history.replace(':subject', query), init: { method: 'GET' } },
    );
  });

/** Requests as nobody means them. */
export const asks: fc.Arbitrary<Ask> = fc.oneof(
  { weight: 50, arbitrary: posts.map(body => posted(routes.entries, written(body))) },
  { weight: 1, arbitrary: chains },
  { weight: 2, arbitrary: nestings },
  { weight: 2, arbitrary: breadths },
  { weight: 2, arbitrary: texts },
  {
    weight: 10,
    arbitrary: fc
      .tuple(paths, fc.constantFrom('GET', 'GET', 'POST', 'PUT', 'DELETE'))
      .map(([path, method]) => ({ path, init: { method } })),
  },
);

/** A body as text, whatever it is. */
export function written(body: unknown): string {
  try {
    return JSON.stringify(body) ?? 'undefined';
  } catch {
    return '{';
  }
}
