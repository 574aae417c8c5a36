import type { Told } from './entry.ts';

/**
 * What the facts of each subject type are. Each area adds its own, beside their definition:
 * `declare module './facts.ts' { interface Shelved { container: ContainerFacts } }`.
 * `One` holds types of which a log has one, `Shelved` those of which it has many.
 */
// biome-ignore lint/suspicious/noEmptyInterface: areas fill it
export interface One {}
// biome-ignore lint/suspicious/noEmptyInterface: areas fill it
export interface Shelved {}

/** The word before the colon of a subject. */
export type SubjectType = keyof One | keyof Shelved;

/** The facts of a subject of one type. */
export type FactsOf<T extends SubjectType> = T extends keyof One
  ? One[T]
  : T extends keyof Shelved
    ? Shelved[T]
    : never;

/** The facts of any subject. */
export type SubjectFacts = FactsOf<SubjectType>;

/** Facts with entries that tell of what is not written down yet: the engine keeps them there. */
export type Waiting = SubjectFacts & { readonly waiting?: readonly Told[] };

/** Everything the log says, folded: facts only, no "now". Those of which there are many stand by their keys. */
export type Facts = { readonly [T in keyof One]: One[T] } & {
  readonly [T in keyof Shelved]: Readonly<Record<string, Shelved[T]>>;
};
