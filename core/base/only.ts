/**
 * What a callback hands back, where it names nothing that `T` does not declare. A function written as an argument is not asked by
 * the compiler for names too many, because its result is compared as a value is: this asks it.
 * @example change: (fill: Fill) => Only<R, Fill>   // `{ ...fill, remaningL: 3 }` does not compile
 */
export type Only<R, T> = R & { readonly [K in Exclude<keyof R, keyof T>]: never };
