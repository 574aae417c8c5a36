import { type Dispatch, type SetStateAction, useCallback, useReducer, useState } from 'react';
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

/** What a blank begins with, and what stands in it: what was typed before, where it began with the same. */
function begun<T>(form: string, blank: string, first: T): { readonly from: string; readonly value: T } {
  const before = keptIn(form, blank);
  const from = textOf(first);
  return { from, value: before?.from === from ? (before.value as T) : first };
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
    return begun(form, blank, initial instanceof Function ? initial() : initial);
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

/** What stands in the blanks of a form, and how it is changed: several at once where one follows from another. */
export interface Written<T extends object> {
  readonly values: T;
  readonly change: (values: Partial<T>) => void;
}

/**
 * The state of all blanks of a form, which outlives it like `useTyped`.
 * @param form the form, and what it is about
 * @param initial what stands in each blank at first
 */
export function useWritten<T extends object>(form: string, initial: () => T): Written<T> {
  const [from] = useState<Readonly<Record<string, { readonly from: string; readonly value: unknown }>>>(() =>
    Object.fromEntries(Object.entries(initial()).map(([blank, first]) => [blank, begun(form, blank, first)])),
  );
  const [values, write] = useReducer(
    (now: T, next: Partial<T>) => ({ ...now, ...next }),
    undefined,
    () => Object.fromEntries(Object.entries(from).map(([blank, { value }]) => [blank, value])) as T,
  );
  const change = useCallback(
    (next: Partial<T>) => {
      for (const [blank, value] of Object.entries(next))
        keepBlank(form, blank, from[blank]?.from ?? '', value);
      write(next);
    },
    [form, from],
  );
  return { values, change };
}
