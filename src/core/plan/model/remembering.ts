/** Remembers what was made of an object that is not changed, so that an edit makes anew only what it touched. */
export function remembering<S extends object, T>() {
  const known = new WeakMap<S, { key: string; around: readonly unknown[]; full: T }>();
  return (stated: S, key: string, around: readonly unknown[], make: () => T): T => {
    const found = known.get(stated);
    if (found && found.key === key && found.around.every((a, i) => a === around[i])) return found.full;
    const full = make();
    known.set(stated, { key, around, full });
    return full;
  };
}
