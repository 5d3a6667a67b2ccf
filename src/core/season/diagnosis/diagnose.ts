import { msg } from '../../language';
import { FAULT_KINDS, type FaultKind } from './faults';
import {
  covarianceOf,
  gather,
  instanceOf,
  seenAt,
  sizesBetween,
  type Evidence,
  type Placed,
} from './evidence';
import { cholesky, dot, logDet, logSum, solveLower } from './gauss';
import type { Hypothesis } from './hypothesis';
import { signatureOf, type Library, type Signature } from './library';
import { pairsOf, type Pair } from './pairs';
import type { Fault, Reading } from './types';

/*
 * Which fault explains the readings, by Bayes: what is usual with drip farms (prior), times how likely the readings are if that
 * fault is there, at every size it may have.
 */

/** On a day on which somebody reads gauges nothing is wrong so often; */
export const NOTHING = 0.4;
/** something nobody thought of so often; */
const UNKNOWN = 0.01;
/** and two faults at once so often, of the days on which there is one. */
const TWO = 0.08;
/** Something unknown moves a reading by about so much of what it should be. */
const UNKNOWN_MOVES = 0.4;
/** Something unknown may be seen as any of about so many things. */
const UNKNOWN_SEEN = 8;

/** One fault as it is suspected, told to the grower. */
export interface Suspect {
  group: string;
  fault: Fault;
  size: number;
  /** The chance that it is there, alone or beside another. */
  chance: number;
}

export interface Diagnosis {
  nothing: number;
  unknown: number;
  suspects: Suspect[];
  /** Pairs that explain the readings where no single fault does, the likeliest first. */
  pairs: { suspects: [Suspect, Suspect]; chance: number }[];
  /** What readings would tell apart, for whoever asks what to read next. */
  atoms: Atom[];
}

/** One thing that may be so: a fault, two of them, nothing, or something unknown. */
export interface Atom {
  chance: number;
  faults: { hypothesis: Hypothesis; weights: number[] }[];
  unknown?: boolean;
}

/** Readings put with the library of their set. @throws RangeError for a spot that is not there */
export const placed = (readings: readonly Reading[], libraries: readonly Library[]): Placed[] =>
  readings.map((reading) => {
    const library = libraries.find((l) => l.farm.set?.id === reading.set);
    const spot = library ? library.spots.findIndex((s) => s.id === reading.spot) : -1;
    if (!library || spot < 0)
      throw new RangeError(
        msg`nothing can be read at “${reading.spot}” while ${reading.set ?? msg`everything`} waters`,
      );
    return { reading, library, spot };
  });

/** Log likelihood of what was measured, less a constant. */
function measuredLog(evidence: Evidence, change: Float64Array | undefined, more?: Float64Array): number {
  const n = evidence.measured.length;
  if (n === 0) return 0;
  const s = covarianceOf(evidence, change);
  if (more) for (let i = 0; i < n; i++) s[i * n + i] += more[i] ** 2;
  const l = cholesky(s, n);
  const rest = change ? evidence.off.map((o, i) => o - change[i]) : evidence.off;
  const x = solveLower(l, n, rest);
  return -0.5 * (dot(x, x) + logDet(l, n));
}

/** A fault that is off by no more than this explains the readings: half the sum of squares, in deviations, over what chance alone leaves. */
const EXPLAINS = 3;
/** Something seen that is less likely than this under a fault is not explained by it. */
const SEEN_EXPLAINS = 0.1;

/** Whether one fault, or none, explains everything that was read well enough; two at once are then far less likely. */
function oneExplains(evidence: Evidence, hypotheses: readonly Hypothesis[]): boolean {
  const n = evidence.measured.length;
  const fits = (change: Float64Array | undefined, seenLog: number): boolean => {
    if (seenLog < evidence.seen.length * Math.log(SEEN_EXPLAINS)) return false;
    const l = cholesky(covarianceOf(evidence, change), n);
    const x = solveLower(l, n, change ? evidence.off.map((o, i) => o - change[i]) : evidence.off);
    return 0.5 * dot(x, x) < 0.5 * n + EXPLAINS;
  };
  return hypotheses.some((h) => {
    const best = h.logs.reduce((b, l, i) => (l > h.logs[b] ? i : b), 0);
    return fits(h.instances[best].change, h.instances[best].seenLog);
  });
}

/** How often each kind is what is wrong, of all that this farm may have. */
function priors(libraries: readonly Library[]): Map<string, number> {
  const variants = new Map<string, Set<string>>();
  const groups = new Map<FaultKind, Set<string>>();
  for (const { signatures } of libraries)
    for (const { fault } of signatures) {
      if (!variants.has(fault.group)) variants.set(fault.group, new Set());
      variants.get(fault.group)!.add(fault.id);
      if (!groups.has(fault.kind)) groups.set(fault.kind, new Set());
      groups.get(fault.kind)!.add(fault.group);
    }
  const present = FAULT_KINDS.filter((k) => groups.has(k.kind));
  const all = present.reduce((sum, k) => sum + k.often, 0);
  const found = new Map<string, number>();
  for (const { kind, often } of present)
    for (const group of groups.get(kind)!)
      for (const id of variants.get(group)!)
        found.set(id, Math.log(often / all / groups.get(kind)!.size / variants.get(group)!.size));
  return found;
}

/**
 * What the readings say is wrong.
 * @param libraries of the sets that readings were taken in
 * @param checkpoint called between pieces of work; what it throws ends it
 * @throws RangeError for a reading at a spot that none of the libraries has
 */
export function diagnose(
  libraries: readonly Library[],
  readings: readonly Reading[],
  checkpoint: () => void = () => {},
): Diagnosis {
  const evidence = gather(placed(readings, libraries));
  const prior = priors(libraries);
  const one = Math.log((1 - NOTHING - UNKNOWN) * (1 - TWO));
  const hypotheses: Hypothesis[] = [];
  const known = new Set<string>();
  for (const library of libraries) {
    for (const signature of library.signatures) {
      const { fault } = signature;
      if (known.has(fault.id)) continue;
      known.add(fault.id);
      const signatures = libraries.length === 1 ? (): Signature => signature : byLibrary(fault.id);
      const instances = sizesBetween(signature).map((at) => instanceOf(evidence, signatures, signature, at));
      const logs = instances.map((i) => measuredLog(evidence, i.change, i.spread) + i.seenLog);
      const log = prior.get(fault.id)! + logSum(logs) - Math.log(logs.length);
      hypotheses.push({ fault, signature, instances, logs, prior: prior.get(fault.id)!, log });
    }
    checkpoint();
  }
  const soundSeen = evidence.seen.reduce(
    (sum, { library, spot, reading }) => sum + Math.log(seenAt(library, undefined, 0, spot, reading.seen!)),
    0,
  );
  const nothing = Math.log(NOTHING) + measuredLog(evidence, undefined) + soundSeen;
  const unknown =
    Math.log(UNKNOWN) +
    measuredLog(
      evidence,
      undefined,
      evidence.expected.map((v) => UNKNOWN_MOVES * Math.abs(v)),
    ) -
    evidence.seen.length * Math.log(UNKNOWN_SEEN);
  const pairs = pairsOf(evidence, hypotheses, oneExplains(evidence, hypotheses), checkpoint);
  const two = Math.log((1 - NOTHING - UNKNOWN) * TWO);
  const total = logSum([
    nothing,
    unknown,
    ...hypotheses.map((h) => one + h.log),
    ...pairs.map((p) => two + p.log),
  ]);
  return told(hypotheses, pairs, {
    nothing: Math.exp(nothing - total),
    unknown: Math.exp(unknown - total),
    single: (h) => Math.exp(one + h.log - total),
    pair: (p) => Math.exp(two + p.log - total),
  });
}

function byLibrary(id: string): (library: Library) => Signature | undefined {
  return (library) => signatureOf(library, id);
}

interface Chances {
  nothing: number;
  unknown: number;
  single(h: Hypothesis): number;
  pair(p: Pair): number;
}

function told(hypotheses: readonly Hypothesis[], pairs: readonly Pair[], chances: Chances): Diagnosis {
  const groups = new Map<string, Suspect & { best: number }>();
  const count = (h: Hypothesis, at: number, chance: number): Suspect => {
    const suspect = { group: h.fault.group, fault: h.fault, size: h.instances[at].size, chance };
    const found = groups.get(h.fault.group);
    if (!found) groups.set(h.fault.group, { ...suspect, best: chance });
    else {
      found.chance += chance;
      if (chance > found.best) Object.assign(found, { fault: h.fault, size: suspect.size, best: chance });
    }
    return suspect;
  };
  const atoms: Atom[] = [
    { chance: chances.nothing, faults: [] },
    { chance: chances.unknown, faults: [], unknown: true },
  ];
  for (const h of hypotheses) {
    const chance = chances.single(h);
    const best = h.logs.reduce((b, l, i) => (l > h.logs[b] ? i : b), 0);
    count(h, best, chance);
    atoms.push({ chance, faults: [{ hypothesis: h, weights: weightsOf(h.logs) }] });
  }
  const toldPairs = pairs.map((p) => {
    const chance = chances.pair(p);
    const suspects = p.parts.map(({ hypothesis, at }) => count(hypothesis, at, chance)) as [Suspect, Suspect];
    atoms.push({
      chance,
      faults: p.parts.map(({ hypothesis, at }) => ({
        hypothesis,
        weights: hypothesis.instances.map((_, i) => (i === at ? 1 : 0)),
      })),
    });
    return { suspects, chance };
  });
  const suspects = [...groups.values()]
    .sort((a, b) => b.chance - a.chance)
    .map(({ group, fault, size, chance }): Suspect => ({ group, fault, size, chance }));
  return {
    nothing: chances.nothing,
    unknown: chances.unknown,
    suspects,
    pairs: toldPairs.sort((a, b) => b.chance - a.chance),
    atoms: atoms.sort((a, b) => b.chance - a.chance),
  };
}

/** Weights of sizes, by their likelihoods. */
function weightsOf(logs: readonly number[]): number[] {
  const all = logSum(logs);
  return logs.map((l) => Math.exp(l - all));
}
