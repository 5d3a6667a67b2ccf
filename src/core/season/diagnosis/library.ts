import { createNetworkSolver, createRunStore, type NetworkSolver } from '../../hydraulics/network';
import { faultsOf } from './faults';
import { chancesAt, likelihoodOf } from './look';
import { deviationAt, soundFarm, type Sound } from './noise';
import { shownBy, type Shown } from './predict';
import { spotsOf } from './spots';
import { stretchesOf } from './stretches';
import type { Fault, OpenFarm, Seen, Spot } from './types';

/** What a fault would show at its sizes, in every spot. */
export interface Signature {
  fault: Fault;
  sizes: number[];
  shown: Shown[];
  /** Whether anybody would notice it at each size. */
  shows: boolean[];
  /** How likely each look is to show nothing amiss, and so on: by spot, of each size. */
  chances: ReadonlyMap<number, ReadonlyMap<Seen, number>[]>;
}

/** What every fault of a farm would show while a set runs: solved once, then only looked up. */
export interface Library {
  farm: OpenFarm;
  spots: Spot[];
  sound: Sound;
  /** Deviation of each spot with nothing wrong. */
  deviations: number[];
  signatures: Signature[];
  /** What is seen at each look with nothing wrong, by spot. */
  soundChances: ReadonlyMap<number, ReadonlyMap<Seen, number>>;
}

/** A fault that moves no reading by so many of its deviations, and that nobody would see, is none that can be found. */
export const SHOWS = 3;
/** What four of five who look would see shows. */
const SEEN_AT_LEAST = 0.8;

/**
 * Solves every fault at all of its sizes. Faults of which no size would show anywhere are left out.
 * @param progress told the share that is done
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function buildLibrary(
  farm: OpenFarm,
  progress: (share: number) => void = () => {},
  checkpoint: () => void = () => {},
): Library {
  const store = createRunStore(checkpoint);
  const solver = createNetworkSolver(store);
  const sound = soundFarm(farm, solver, checkpoint);
  const spots = spotsOf(farm);
  const deviations = spots.map((_, i) => deviationAt(farm, sound, i));
  const faults = faultsOf(farm);
  const soundChances = new Map(
    spots.flatMap((s, i) =>
      s.kind === 'look'
        ? [[i, chancesAt(s, sound.shown.sight, stretchesOf(farm.results), farm.plan)] as const]
        : [],
    ),
  );
  const base: Library = { farm, spots, sound, deviations, signatures: [], soundChances };
  faults.forEach((fault, n) => {
    progress(n / faults.length);
    const shown: Shown[] = [];
    const sizes: number[] = [];
    const noticed: boolean[] = [];
    // From one size to the next pressures are near; other faults have other nodes.
    const own = createNetworkSolver(store);
    for (const size of fault.sizes) {
      checkpoint();
      const one = shownOf(farm, fault, size, own);
      if (!one) continue;
      sizes.push(size);
      shown.push(one);
      noticed.push(shows(base, one));
    }
    if (!noticed.includes(true)) return;
    const chances = new Map<number, Map<Seen, number>[]>();
    spots.forEach((s, i) => {
      if (s.kind === 'look')
        chances.set(
          i,
          shown.map((one) => chancesAt(s, one.sight, stretchesOf(farm.results), farm.plan)),
        );
    });
    base.signatures.push({ fault, sizes, shown, shows: noticed, chances });
  });
  progress(1);
  return base;
}

/** What a fault of a size shows; nothing where no steady state is found. */
export function shownOf(
  farm: OpenFarm,
  fault: Fault,
  size: number,
  solver: NetworkSolver,
): Shown | undefined {
  const changed = fault.change(size);
  const shown = shownBy(farm, changed, solver.solve(changed.network));
  return shown.values.every((v, i) => Number.isFinite(v) || spotsOf(farm)[i].kind === 'look')
    ? shown
    : undefined;
}

/** Whether somebody who read and saw everything would notice. */
export const shows = (library: Library, shown: Shown, times = SHOWS): boolean =>
  library.spots.some((s, i) =>
    s.kind === 'look'
      ? fineAt(library, s, shown) < 1 - SEEN_AT_LEAST
      : Math.abs(shown.values[i] - library.sound.shown.values[i]) > times * library.deviations[i],
  );

/** Whether somebody who read and saw everything would tell two farms apart. */
export const differs = (library: Library, a: Shown, b: Shown): boolean =>
  library.spots.some((s, i) =>
    s.kind === 'look'
      ? Math.abs(fineAt(library, s, a) - fineAt(library, s, b)) > SEEN_AT_LEAST
      : Math.abs(a.values[i] - b.values[i]) > SHOWS * library.deviations[i],
  );

/** How likely nothing amiss is seen. */
const fineAt = ({ farm }: Library, spot: Spot, { sight }: Shown): number =>
  likelihoodOf('fine', chancesAt(spot, sight, stretchesOf(farm.results), farm.plan));

const named = new WeakMap<Library, ReadonlyMap<string, Signature>>();

/** What a fault shows in a library, by its id; nothing where it shows nothing there. */
export function signatureOf(library: Library, id: string): Signature | undefined {
  let found = named.get(library);
  if (!found) named.set(library, (found = new Map(library.signatures.map((s) => [s.fault.id, s]))));
  return found.get(id);
}
