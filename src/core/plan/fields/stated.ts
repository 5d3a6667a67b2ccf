/** Every field of `T` may be left out, at any depth: what a grower has stated. Arrays are whole or absent. */
export type Stated<T> = T extends readonly unknown[]
  ? T
  : T extends object
    ? { [K in keyof T]?: Stated<T[K]> }
    : T;
