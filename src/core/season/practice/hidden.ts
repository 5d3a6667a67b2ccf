import { randomNormal } from 'd3-random';
import { msg } from '../../language';
import { createNetworkSolver, type NetworkSolver } from '../../hydraulics/network';
import { faultKindOf, faultsOf, siteKey } from '../diagnosis/faults';
import { patchyDeviation } from '../diagnosis/evidence';
import { differs, shows, type Library, type Signature } from '../diagnosis/library';
import { chancesAt, FALSE_ALARM } from '../diagnosis/look';
import { doubtsOf, instrumentDeviation } from '../diagnosis/noise';
import { shownBy, type Shown } from '../diagnosis/predict';
import { stretchesOf } from '../diagnosis/stretches';
import type { Changed, Fault, OpenFarm, Reading, Seen } from '../diagnosis/types';

/*
 * A farm on which something is wrong that nobody was told: for practice, and to try the diagnosis on. What is not known exactly
 * is drawn too, so that even a sound farm reads a little off.
 */

export interface HiddenFault {
  fault: Fault;
  size: number;
}

/** What is hidden, and a way to read it. */
export interface Hidden {
  library: Library;
  faults: HiddenFault[];
  /** What a spot shows today, without the instrument's own error; of a look what is there to see. */
  shown: Shown;
  /** Reads a spot, instrument and eyes included: a gauge read again shows the same, a second look may see more. */
  read(spot: string): Reading;
}

/** A place between sizes, by lot: small ones as often as large. */
const drawSize = ({ fault, sizes, shows: noticed }: Signature, random: () => number): number => {
  const first = sizes[noticed.indexOf(true)];
  const last = sizes[noticed.lastIndexOf(true)];
  if (first === last || fault.sizes.length === 1) return first;
  return Math.sign(first) * Math.exp(Math.log(Math.abs(first)) + random() * Math.log(last / first));
};

/** Nobody would notice it: another is drawn, so many times at most. */
const DRAWS = 40;

/** A fault by lot, as often as its kind is what is wrong, at a size that somebody would notice. */
export function drawFault(
  library: Library,
  random: () => number,
  solver: NetworkSolver = createNetworkSolver(),
  fits: (fault: Fault) => boolean = () => true,
): HiddenFault | undefined {
  const kinds = new Map<string, Map<string, Signature[]>>();
  for (const s of library.signatures) {
    if (!fits(s.fault)) continue;
    if (!kinds.has(s.fault.kind)) kinds.set(s.fault.kind, new Map());
    const groups = kinds.get(s.fault.kind)!;
    groups.set(s.fault.group, [...(groups.get(s.fault.group) ?? []), s]);
  }
  if (kinds.size === 0) return undefined;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const often = [...kinds.keys()].map((k) => faultKindOf(k as Fault['kind']).often);
  const all = often.reduce((a, b) => a + b, 0);
  for (let i = 0; i < DRAWS; i++) {
    let at = random() * all;
    const kind = [...kinds.keys()].find((_, k) => (at -= often[k]) < 0) ?? [...kinds.keys()][0];
    const signature = pick(pick([...kinds.get(kind)!.values()]));
    const size = drawSize(signature, random);
    const changed = signature.fault.change(size);
    const shown = shownBy(
      library.farm,
      changed,
      (changed.built ? createNetworkSolver() : solver).solve(changed.network),
    );
    if (shows(library, shown)) return { fault: signature.fault, size };
  }
  return undefined;
}

/** Two faults by lot, at two places, of which somebody would notice each beside the other. */
export function drawTwo(library: Library, random: () => number): [HiddenFault, HiddenFault] | undefined {
  const { farm } = library;
  // Beds open by mistake are another network: they are not put together with a second fault.
  const fits = (f: Fault): boolean => f.kind !== 'extra-open';
  for (let i = 0; i < DRAWS; i++) {
    const a = drawFault(library, random, undefined, fits);
    const b =
      a && drawFault(library, random, undefined, (f) => fits(f) && siteKey(f.site) !== siteKey(a.fault.site));
    if (!a || !b) continue;
    const shown = (faults: HiddenFault[]): Shown => {
      const changed = changedBy(farm, faults);
      return shownBy(farm, changed, createNetworkSolver().solve(changed.network));
    };
    const both = shown([a, b]);
    if ([a, b].every((one) => differs(library, both, shown([one])))) return [a, b];
  }
  return undefined;
}

/** The farm with faults in it, one after the other. */
function changedBy(farm: OpenFarm, faults: readonly HiddenFault[]): Changed {
  let changed: Changed = { network: farm.results.built.network };
  for (const { fault, size } of faults) {
    const { results } = farm;
    // Each is made anew on what the one before it left of the network.
    const now: OpenFarm = {
      ...farm,
      results: { ...results, built: { ...results.built, network: changed.network } },
    };
    const own =
      changed.network === results.built.network ? fault : faultsOf(now).find((f) => f.id === fault.id)!;
    const next = own.change(size);
    const reads = [changed.reads, next.reads].filter((r) => r !== undefined);
    changed = {
      ...changed,
      ...next,
      leaks: [...(changed.leaks ?? []), ...(next.leaks ?? [])],
      ...(reads.length > 0 && { reads: (spot, value) => reads.reduce((v, r) => r(spot, v), value) }),
    };
  }
  return changed;
}

/**
 * Hides faults on a farm.
 * @param random the same numbers hide and read the same
 */
export function hide(library: Library, faults: HiddenFault[], random: () => number): Hidden {
  const { farm, spots } = library;
  const normal = randomNormal.source(random)(0, 1);
  const changed = changedBy(farm, faults);
  let { network } = changed;
  for (const doubt of doubtsOf(farm)) network = doubt.at(network, normal());
  const shown = shownBy(farm, { ...changed, network }, createNetworkSolver().solve(network));
  const known = new Map<string, Reading>();
  const { sound } = library;
  return {
    library,
    faults,
    shown,
    read(id) {
      const found = known.get(id);
      if (found) return found;
      const i = spots.findIndex((s) => s.id === id);
      const spot = spots[i];
      if (!spot) throw new RangeError(msg`nothing can be read at “${id}”`);
      const set = farm.set && { set: farm.set.id };
      if (spot.kind === 'look') {
        const chances = chancesAt(spot, shown.sight, stretchesOf(farm.results), farm.plan);
        let at = random();
        let seen = [...chances.keys()].find((k) => (at -= chances.get(k)!) < 0) ?? 'fine';
        if (random() < FALSE_ALARM) seen = mistaken(library, i, random);
        return { spot: id, ...set, seen };
      }
      const value = shown.values[i];
      let deviation = instrumentDeviation(spot, value, farm);
      if (spot.kind === 'cups' && faults.some((f) => f.fault.kind === 'clogged')) {
        const whole = sound.shown.values[i];
        deviation = Math.hypot(deviation, patchyDeviation(whole, Math.max(0, whole - value)));
      }
      const read = value + deviation * normal();
      const reading: Reading = { spot: id, ...set, value: spot.kind === 'level' ? read : Math.max(0, read) };
      known.set(id, reading);
      return reading;
    },
  };
}

/** Something that is taken for a fault: any of those that could be seen there. */
function mistaken(library: Library, spot: number, random: () => number): Seen {
  const all = new Set<Seen>(['fine']);
  for (const s of library.signatures)
    for (const c of s.chances.get(spot) ?? []) for (const k of c.keys()) all.add(k);
  return [...all][Math.floor(random() * all.size)];
}
