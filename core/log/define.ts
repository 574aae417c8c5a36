import type * as v from 'valibot';
import type { Judgement, Message } from '../base/judgement.ts';
import type { Instant } from '../base/moment.ts';
import type { Subject } from '../base/subject.ts';
import type { Told } from './entry.ts';
import type { Facts, FactsOf, SubjectType } from './facts.ts';
import type { Upcast } from './upcast.ts';

/** Said where a kind might have something and has nothing: what was not thought of does not compile. */
export const none = 'none' as const;
export type None = typeof none;

/** What a schema gives, as it stands in an entry: nobody changes it. */
export type Immutable<T> = T extends readonly (infer U)[]
  ? readonly Immutable<U>[]
  : T extends object
    ? { readonly [K in keyof T]: Immutable<T[K]> }
    : T;
// biome-ignore lint/suspicious/noExplicitAny: whatever a schema takes in, what it gives is known
export type AnySchema = v.GenericSchema<any, any>;
export type DataOf<S extends AnySchema> = Immutable<v.InferOutput<S>>;

/** The facts of a subject after an entry, from those before it; undefined when it is gone. Pure. */
type Step<T extends SubjectType, D> = (
  facts: FactsOf<T>,
  entry: Told<D>,
  subject: Subject,
) => FactsOf<T> | undefined;

/** A step that needs no facts before it: a subject's life begins with it, or it sets the whole. */
interface Beginning<T extends SubjectType, D> {
  readonly begins: (
    facts: FactsOf<T> | undefined,
    entry: Told<D>,
    subject: Subject,
  ) => FactsOf<T> | undefined;
}

export type Fold<T extends SubjectType, D> = None | Step<T, D> | Beginning<T, D>;

/** Judges an intention before it becomes an entry. A refusal stops the intention, never the fact. */
type Guard<D> = (facts: Facts, entry: Told<D>, now: Instant) => Judgement[];

/** Something that can happen, whole: everything that any room must know of it. */
export interface KindDefinition<
  S extends AnySchema = AnySchema,
  On extends SubjectType = SubjectType,
  Also extends SubjectType = SubjectType,
> {
  /** The fields of its data; the type follows from them. */
  readonly data: S;
  /** Subjects whose life it belongs to, and others that it touches: it may bear on no others. */
  readonly on: readonly On[];
  readonly also?: readonly Also[];
  /** What it makes of the facts of each of them. */
  readonly fold: { readonly [T in On | Also]: Fold<T, DataOf<S>> };
  readonly guard: None | Guard<DataOf<S>>;
  /** Kinds of entry that it rests on: striking one of those would leave it without ground. */
  readonly restsOn: None | readonly string[];
  /**
   * The ground that it tells of, by the type of subject. What was found before that was written down is kept, and folded right after
   * it: a drum that is set down today has the laboratory's sheet of last week.
   */
  readonly tellsOf?: { readonly [T in On | Also]?: string };
  /** Kinds on which nothing rests any more after it: a new fill starts afresh. */
  readonly ends?: readonly string[];
  /** Its sentence in a history, where the bare text `entry.<kind>` is not enough. */
  readonly words: None | ((data: DataOf<S>, facts: Facts) => Message);
  /** `upcasts[1]` lifts data of version 1 to 2 (see upcast.ts). */
  readonly upcasts?: Readonly<Record<number, Upcast>>;
}

/** Any kind, when its data is not known: what the engine works with. Its functions are called with what its schema let in. */
export interface AnyKind {
  readonly data: v.GenericSchema;
  readonly on: readonly SubjectType[];
  readonly also?: readonly SubjectType[];
  readonly fold: Readonly<Record<string, unknown>>;
  readonly guard: unknown;
  readonly restsOn: None | readonly string[];
  readonly tellsOf?: Readonly<Record<string, string>>;
  readonly ends?: readonly string[];
  readonly words: unknown;
  readonly upcasts?: Readonly<Record<number, Upcast>>;
}

/** What a fold hands back: the facts of its subject, whichever way it is written. */
type FoldedBy<F> = F extends (...args: never[]) => infer R
  ? R
  : F extends { readonly begins: (...args: never[]) => infer R }
    ? R
    : never;

/** Names in what a fold hands back that its subject's facts do not declare. */
type Undeclared<T extends SubjectType, F> =
  Exclude<FoldedBy<F>, undefined> extends infer R
    ? R extends object
      ? Exclude<keyof R, keyof FactsOf<T>>
      : never
    : never;

/** Says which name is not among the facts of which subject; a fold that names only declared facts asks for nothing. */
type NamesDeclaredFacts<F> = {
  readonly [T in keyof F]: [Undeclared<T & SubjectType, F[T]>] extends [never]
    ? unknown
    : {
        readonly 'this fact is not declared in facts.ts of its area': [T, Undeclared<T & SubjectType, F[T]>];
      };
};

/**
 * Declares a kind of entry; the compiler asks for what is missing, knows the data in each of its functions, and refuses a fold
 * that writes a fact which its subject does not declare.
 */
export const kind = <
  S extends AnySchema,
  const On extends SubjectType,
  const Also extends SubjectType = never,
  F = unknown,
>(
  definition: KindDefinition<S, On, Also> & { readonly fold: F & NamesDeclaredFacts<F> },
): KindDefinition<S, On, Also> => definition;

/** A type of subject: what its facts are before anything happened, how it is named, and what it is looked up by. */
export interface SubjectDefinition<T extends SubjectType = SubjectType> {
  /** Facts of the one there is; absent where there are many. */
  readonly fresh?: FactsOf<T>;
  /** How one of many is named after the colon: by a ULID that its maker drew, or by a word. */
  readonly named?: 'ulid' | 'word';
  /** The kind of entry that everything else in its life rests on. */
  readonly bornBy?: string;
  /** What is said when somebody means one that is not there. */
  readonly absent: string;
  /** Whether it is over: what is over stays in the log, and leaves what a browser starts from. */
  readonly isOver?: (facts: FactsOf<T>) => boolean;
  /** What entries may tell of before it is written down, and whether it ever was. */
  readonly grounds?: Readonly<Record<string, (facts: FactsOf<T>, told: Told) => boolean>>;
  /** Keys that guards look it up by without walking the whole shelf. */
  readonly indexes?: Readonly<Record<string, (facts: FactsOf<T>) => string>>;
}
