import { type Dispatch, type SetStateAction, useCallback, useState } from 'react';

// What a hand has typed into a form, until it is recorded: closing, Escape, Back and a reload lose nothing of it. It is kept with the
// tab, blank by blank, beside what the blank began with: where that has changed since, the facts have, and what was typed is left.

interface Kept {
  /** What the blank began with, as text. */
  readonly from: string;
  readonly value: unknown;
}
type Form = Record<string, Kept>;

const keyOf = (form: string): string => `zeolite.typed.${form}`;
const textOf = (value: unknown): string => JSON.stringify(value) ?? '';

function keptIn(form: string): Form {
  try {
    return JSON.parse(sessionStorage.getItem(keyOf(form)) ?? '{}') as Form;
  } catch {
    return {};
  }
}

function keep(form: string, blank: string, from: string, value: unknown): void {
  const { [blank]: _, ...others } = keptIn(form);
  const all: Form = textOf(value) === from ? others : { ...others, [blank]: { from, value } };
  try {
    if (Object.keys(all).length > 0) sessionStorage.setItem(keyOf(form), JSON.stringify(all));
    else sessionStorage.removeItem(keyOf(form));
  } catch {
    // a tab without room keeps it as long as it is open
  }
}

/** Once a form is recorded, or struck out, it begins anew. */
export const forgetTyped = (form: string): void => sessionStorage.removeItem(keyOf(form));

/**
 * The state of a blank that outlives its form.
 * @param form the form, and what it is about
 * @param blank its name in that form
 */
export function useTyped<T>(
  form: string,
  blank: string,
  initial: T | (() => T),
): [T, Dispatch<SetStateAction<T>>] {
  const [{ value }, set] = useState(() => {
    const first = initial instanceof Function ? initial() : initial;
    const before = keptIn(form)[blank];
    const text = textOf(first);
    return { from: text, value: before?.from === text ? (before.value as T) : first };
  });
  const change = useCallback<Dispatch<SetStateAction<T>>>(
    next =>
      set(now => {
        const changed = next instanceof Function ? next(now.value) : next;
        keep(form, blank, now.from, changed);
        return { ...now, value: changed };
      }),
    [form, blank],
  );
  return [value, change];
}
