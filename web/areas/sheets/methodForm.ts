import { useEffect, useMemo, useState } from 'react';
import type { UnitSystem } from '#core/base/units/system.ts';
import {
  type Blank,
  type Context,
  type Inputs,
  type Method,
  startOf,
} from '#core/treatment/methods/method.ts';
import { keep, read } from '../../kept.ts';
import { useReader } from '../../session/state.ts';
import { roundStart } from '../../texts/format.ts';

/** Sets one blank, or how it is known. */
export type SetBlank = (id: string, value: number | string | undefined) => void;

const keyOf = (method: string): string => `zeolite.method.${method}`;

function stored(method: Method): Inputs {
  return read<Inputs>('session', keyOf(method.id)) ?? {};
}

/** Writes into the blanks of a method that is opened next: what another method found out. */
export function carryTo(method: string, inputs: Inputs): void {
  keep('session', keyOf(method), { ...read<Inputs>('session', keyOf(method)), ...inputs });
}

/** A value that fits its blank as it is declared today. */
const fits = (blank: Blank, value: unknown): value is number | string =>
  blank.kind === 'choice' ? blank.options.includes(value as string) : typeof value === 'number';

/** What a blank begins with: a size of its own is round in the reader's measure, what follows from the group is what it is. */
function begins(blank: Blank, context: Context, units: UnitSystem): number | string | undefined {
  const start = startOf(blank, context);
  return blank.kind === 'quantity' && typeof blank.start === 'number'
    ? roundStart(blank.start, blank.dimension, units)
    : start;
}

/** What a method's blanks hold: as they were left, else as they begin. Kept through a reload: nothing typed is lost. */
export function useMethodForm(method: Method, context: Context): [Inputs, SetBlank] {
  const { units } = useReader();
  const [typed, setTyped] = useState<Inputs>(() => stored(method));
  useEffect(() => keep('session', keyOf(method.id), typed), [method.id, typed]);
  const inputs = useMemo(
    (): Inputs =>
      Object.fromEntries(
        method.blanks.flatMap(blank => {
          const value = typed[blank.id];
          const held =
            value === null ? undefined : fits(blank, value) ? value : begins(blank, context, units);
          if (blank.kind === 'choice' || blank.guess === undefined) return [[blank.id, held]];
          const known = `${blank.id}.known`;
          return [
            [blank.id, held],
            [known, typed[known] ?? blank.known ?? 'measured'],
          ];
        }),
      ),
    [method, typed, context, units],
  );
  // null is an emptied blank, which JSON keeps; an absent one begins anew
  const set: SetBlank = (id, value) => setTyped(before => ({ ...before, [id]: (value ?? null) as never }));
  return [inputs, set];
}
