/** A value whose members stand in the order of their names: two of the same content are the same text. */
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : value && typeof value === 'object'
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([x], [y]) => (x < y ? -1 : 1))
            .map(([k, one]) => [k, sorted(one)]),
        )
      : value;

/** Same content, whatever the order of its members. */
export const sameContent = (a: unknown, b: unknown): boolean =>
  JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
