import { useEffect, useMemo, useState } from 'react';
import { type Blank, type Context, type Inputs, type Method, startOf } from '#core/methods/method.ts';

const keyOf = (method: string): string => `zeolite.method.${method}`;

function stored(method: Method): Inputs {
  try {
    return JSON.parse(sessionStorage.getItem(keyOf(method.id)) ?? '{}') as Inputs;
  } catch {
    return {};
  }
}

/** A value that fits its blank as it is declared today. */
const fits = (blank: Blank, value: unknown): value is number | string =>
  blank.kind === 'choice' ? blank.options.includes(value as string) : typeof value === 'number';

/** What a method's blanks hold: as they were left, else as they begin. Kept through a reload: nothing typed is lost. */
export function useMethodForm(
  method: Method,
  context: Context,
): [Inputs, (id: string, value: number | string | undefined) => void] {
  const [typed, setTyped] = useState<Inputs>(() => stored(method));
  useEffect(() => sessionStorage.setItem(keyOf(method.id), JSON.stringify(typed)), [method.id, typed]);
  const inputs = useMemo(
    (): Inputs =>
      Object.fromEntries(
        method.blanks.map(blank => {
          if (typed[blank.id] === null) return [blank.id, undefined];
          return [blank.id, fits(blank, typed[blank.id]) ? typed[blank.id] : startOf(blank, context)];
        }),
      ),
    [method, typed, context],
  );
  // null is an emptied blank, which JSON keeps; an absent one begins anew
  const set = (id: string, value: number | string | undefined) =>
    setTyped(before => ({ ...before, [id]: (value ?? null) as never }));
  return [inputs, set];
}
