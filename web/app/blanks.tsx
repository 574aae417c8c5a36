import type { ReactNode } from 'react';
import type { Day } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import type { Message } from '#core/base/judgement.ts';
import type { Provenance } from '#core/base/units/amount.ts';
import type { Dimension } from '#core/base/units/dimension.ts';
import { type Say, type TextId, useSay } from '../texts/texts.ts';
import { type Choice, ChoiceBlank, QuantityBlank, TextBlank, WarmthBlank } from '../ui/Blank.tsx';
import { DateBlank } from '../ui/DateBlank.tsx';
import { ManyBlank } from '../ui/ManyBlank.tsx';
import { ProvenanceBlank } from '../ui/Provenance.tsx';
import type { QuantityProps } from '../ui/quantityFault.ts';
import { useWritten, type Written } from './typed.ts';

// The blanks of a form, each by its name: what stands in it is kept, changed and drawn by that name alone.

/** Names of the blanks that take a value of a kind. */
type Of<T, V> = { [K in keyof T]-?: [T[K]] extends [V] ? K : never }[keyof T] & string;

type OneOf<L> = NonNullable<L> extends readonly (infer V extends string)[] ? V : never;

type Label = TextId | Message;
type Quantity = Partial<Omit<QuantityProps, 'label' | 'dimension' | 'value' | 'onValue' | 'placeholder'>> & {
  readonly placeholder?: Label;
};

/** One of the words that a blank takes, with the text that says it; or the choice as it is drawn. */
type Offered<V extends string> = readonly V[] | readonly Choice<V>[];

export interface Blanks<T extends object> extends Written<T> {
  /** A number with its unit. */
  readonly quantity: (
    name: Of<T, number | undefined>,
    label: Label,
    dimension: Dimension,
    more?: Quantity,
  ) => ReactNode;
  /** How warm water is: read off, or in words. */
  readonly warmth: (name: Of<T, number | undefined>, label: Label) => ReactNode;
  /** A word or a sentence. */
  readonly text: (
    name: Of<T, string | undefined>,
    label: Label,
    hint?: Label,
    offers?: readonly string[],
  ) => ReactNode;
  /** A day; one that dates what was done lies behind us. */
  readonly day: (name: Of<T, Day | '' | undefined>, label: Label, isPast?: boolean) => ReactNode;
  /** One of several words; they are said as their texts, or as they are given. */
  readonly choice: <K extends Of<T, string | undefined>>(
    name: K,
    label: Label,
    offered: Offered<T[K] & string>,
    word?: (value: T[K] & string) => Label,
    placeholder?: Label,
  ) => ReactNode;
  /** Several of several words. */
  readonly many: <K extends Of<T, readonly string[] | undefined>>(
    name: K,
    label: Label,
    offered: Offered<OneOf<T[K]>>,
    word?: (value: OneOf<T[K]>) => Label,
    placeholder?: Label,
  ) => ReactNode;
  /** Whether something is so. */
  readonly yesNo: (
    name: Of<T, boolean | undefined>,
    label: Label,
    word: (is: 'yes' | 'no') => Label,
  ) => ReactNode;
  /** How an amount is known. */
  readonly known: (name: Of<T, Provenance>) => ReactNode;
}

function choicesOf<V extends string>(
  offered: Offered<V>,
  word: ((value: V) => Label) | undefined,
  say: Say,
): readonly Choice<V>[] {
  return offered.map(one =>
    typeof one === 'string' ? { value: one, label: word ? say(word(one)) : one } : one,
  );
}

/**
 * The blanks of a form, which outlive it.
 * @param form the form, and what it is about
 * @param initial what stands in each blank at first, by its name
 */
export function useBlanks<T extends object>(form: string, initial: () => T): Blanks<T> {
  return useBlanksOf(useWritten<T>(form, initial));
}

/** The blanks of a form that keeps what is written in it by itself. */
export function useBlanksOf<T extends object>(written: Written<T>): Blanks<T> {
  const say = useSay();
  return blanksOf(say, written);
}

function blanksOf<T extends object>(say: Say, written: Written<T>): Blanks<T> {
  const { values, change } = written;
  const put = (name: keyof T) => (value: unknown) => change({ [name]: value } as Partial<T>);
  const at = <V,>(name: keyof T) => values[name] as V;
  return {
    ...written,
    quantity: (name, label, dimension, { placeholder, ...more } = {}) => (
      <QuantityBlank
        label={say(label)}
        dimension={dimension}
        value={at<number | undefined>(name)}
        onValue={put(name)}
        {...more}
        {...given({ placeholder: placeholder && say(placeholder) })}
      />
    ),
    warmth: (name, label) => (
      <WarmthBlank label={say(label)} value={at<number | undefined>(name)} onValue={put(name)} />
    ),
    text: (name, label, hint, offers) => (
      <TextBlank
        label={say(label)}
        value={at<string | undefined>(name) ?? ''}
        onValue={put(name)}
        {...given({ placeholder: hint && say(hint), offers })}
      />
    ),
    day: (name, label, isPast = false) => (
      <DateBlank
        label={say(label)}
        value={at<Day | '' | undefined>(name) ?? ''}
        onValue={put(name)}
        isPast={isPast}
      />
    ),
    choice: (name, label, offered, word, placeholder) => (
      <ChoiceBlank
        label={say(label)}
        value={at<(typeof values)[typeof name] & string>(name)}
        onValue={put(name)}
        choices={choicesOf(offered, word, say)}
        {...given({ placeholder: placeholder && say(placeholder) })}
      />
    ),
    many: (name, label, offered, word, placeholder) => (
      <ManyBlank
        label={say(label)}
        values={at<readonly never[] | undefined>(name) ?? []}
        onValues={put(name)}
        choices={choicesOf(offered, word, say)}
        {...given({ placeholder: placeholder && say(placeholder) })}
      />
    ),
    yesNo: (name, label, word) => {
      const is = at<boolean | undefined>(name);
      return (
        <ChoiceBlank<'yes' | 'no'>
          label={say(label)}
          value={is === undefined ? undefined : is ? 'yes' : 'no'}
          onValue={value => put(name)(value === 'yes')}
          choices={choicesOf(['yes', 'no'], word, say)}
        />
      );
    },
    known: name => <ProvenanceBlank value={at<Provenance>(name)} onValue={put(name)} />,
  };
}
