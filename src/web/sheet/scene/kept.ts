import type { Layer } from '../../../core/scene';

/** Makes layers that are found again while what they are made of stays the same: a painter then leaves them standing. */
export function keepLayers<L extends Layer>() {
  let known = new Map<string, { of: readonly unknown[]; layer: L }>();
  /** Begins a new picture: what is not made again is forgotten. */
  return function begin() {
    const before = known;
    known = new Map();
    return (key: string, of: readonly unknown[], make: () => L): L => {
      const was = before.get(key);
      const same = was?.of.length === of.length && was.of.every((v, i) => v === of[i]);
      const kept = same ? was : { of, layer: make() };
      known.set(key, kept);
      return kept.layer;
    };
  };
}
