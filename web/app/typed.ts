import { type Dispatch, type SetStateAction, useCallback, useState } from 'react';
import { forget, keep, keysOf, read } from '../kept.ts';

// What a hand has typed into a form, until it is recorded: closing, Escape, Back and a reload lose nothing of it. It is kept with the
// tab, blank by blank, beside what the blank began with: where that has changed since, the facts have, and what was typed is left.

interface Kept {
  /** What the blank began with, as text. */
  readonly from: string;
  readonly value: unknown;
}

// a blank each: a long list is not written anew for each answer about it
const formKey = (form: string): string => `zeolite.typed.${form}|`;
const textOf = (value: unknown): string => JSON.stringify(value) ?? '';

const keptIn = (form: string, blank: string): Kept | undefined => read('session', formKey(form) + blank);

function keepBlank(form: string, blank: string, from: string, value: unknown): void {
  const kept: Kept = { from, value };
  if (textOf(value) === from) forget('session', formKey(form) + blank);
  else keep('session', formKey(form) + blank, kept);
}

/** Once a form is recorded it begins anew. */
export function forgetTyped(form: string): void {
  for (const key of keysOf('session')) if (key.startsWith(formKey(form))) forget('session', key);
}

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
    const before = keptIn(form, blank);
    const text = textOf(first);
    return { from: text, value: before?.from === text ? (before.value as T) : first };
  });
  const change = useCallback<Dispatch<SetStateAction<T>>>(
    next =>
      set(now => {
        const changed = next instanceof Function ? next(now.value) : next;
        keepBlank(form, blank, now.from, changed);
        return { ...now, value: changed };
      }),
    [form, blank],
  );
  return [value, change];
}
