import { useEffect, useMemo, useState } from 'react';
import { type Blank, type Context, type Inputs, type Method, startOf } from '#core/methods/method.ts';

/** Sets one blank, or how it is known. */
export type SetBlank = (id: string, value: number | string | undefined) => void;

const keyOf = (method: string): string => `zeolite.method.${method}`;

function stored(method: Method): Inputs {
  try {
    return JSON.parse(sessionStorage.getItem(keyOf(method.id)) ?? '{}') as Inputs;
  } catch {
    return {};
  }
}

/** Writes into the blanks of a method that is opened next: what another method found out. */
export function carryTo(method: string, inputs: Inputs): void {
  const before = JSON.parse(sessionStorage.getItem(keyOf(method)) ?? '{}') as Inputs;
  sessionStorage.setItem(keyOf(method), JSON.stringify({ ...before, ...inputs }));
}

/** A value that fits its blank as it is declared today. */
const fits = (blank: Blank, value: unknown): value is number | string =>
  blank.kind === 'choice' ? blank.options.includes(value as string) : typeof value === 'number';

/** What a method's blanks hold: as they were left, else as they begin. Kept through a reload: nothing typed is lost. */
export function useMethodForm(method: Method, context: Context): [Inputs, SetBlank] {
  const [typed, setTyped] = useState<Inputs>(() => stored(method));
  useEffect(() => sessionStorage.setItem(keyOf(method.id), JSON.stringify(typed)), [method.id, typed]);
  const inputs = useMemo(
    (): Inputs =>
      Object.fromEntries(
        method.blanks.flatMap(blank => {
          const value = typed[blank.id];
          const held = value === null ? undefined : fits(blank, value) ? value : startOf(blank, context);
          if (blank.kind === 'choice' || blank.guess === undefined) return [[blank.id, held]];
          const known = `${blank.id}.known`;
          return [
            [blank.id, held],
            [known, typed[known] ?? blank.known ?? 'measured'],
          ];
        }),
      ),
    [method, typed, context],
  );
  // null is an emptied blank, which JSON keeps; an absent one begins anew
  const set: SetBlank = (id, value) => setTyped(before => ({ ...before, [id]: (value ?? null) as never }));
  return [inputs, set];
}
