type Optional<T> = { [K in keyof T]: undefined extends T[K] ? K : never }[keyof T];

/** A record without what has no value: fields that may be undefined become fields that may be missing. */
export type Given<T> = { [K in Exclude<keyof T, Optional<T>>]: T[K] } & {
  [K in Optional<T>]?: Exclude<T[K], undefined>;
};

/**
 * What of a record has a value: an entry is silent of what nobody said.
 * @example given({ litres: 20, note: undefined }) // { litres: 20 }
 */
export const given = <const T extends object>(record: T): Given<T> =>
  Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined)) as Given<T>;
