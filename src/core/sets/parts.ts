import { isGravity, type FarmResults } from '../network';
import { lphOf, type ValveUnit } from './valveUnits';

/** Times that parts are made and solved. */
const MOST_TRIES = 10;
/** A part whose pressure the source does not reach at any flow counts as this many; one that asks next to nothing as this. */
const OUT_OF_REACH = 2;
const LEAST_LOAD = 1e-3;
/** Weights of what a set costs beside unevenness of flow: a block cut in two, unlike needs together. */
const CUT_WEIGHT = 0.03;
const MIXED_WEIGHT = 0.3;
/** More sets than this are not made. */
export const MOST_SETS = 60;
export const ROUNDING = 1e-6;

/** Whether a set asks for no more than its source gives, and by how much: 1 just fits. */
export interface Verdict {
  ok: boolean;
  load: number;
  asksLph: number;
  givesLph: number;
}

/**
 * Asked against given, by the solver: the pressure that the set needs is part of it. Under a tank nothing is asked for: where
 * the label's pressure is not there, what counts is how uneven it drips against how uneven it may.
 * @param evenness that is wished, a ratio
 */
export function loadOf(results: FarmResults, evenness: number): Verdict {
  const { askedLph, availableLph, lastingLph } = results.demand;
  const givesLph = Math.min(availableLph, lastingLph);
  if (isGravity(results.layout.source) && askedLph > givesLph) return dripLoad(results, evenness);
  const load = askedLph <= 0 ? 0 : givesLph > 0 ? askedLph / givesLph : Infinity;
  return { ok: load <= 1 + ROUNDING, load, asksLph: askedLph, givesLph };
}

function dripLoad({ runs, blocks, flowLph }: FarmResults, evenness: number): Verdict {
  const open = blocks.filter((b) => b.weakest >= 0);
  // Nothing drips below no pressure, nor from emitters that shut themselves under their own least.
  const shut = open.some(({ weakest }) => {
    const { minKpa, run } = runs[weakest];
    return minKpa <= 0 || (run.tape.kind === 'compensating' && minKpa < run.tape.minKpa);
  });
  const least = Math.min(1, ...open.map((b) => b.uniformity));
  const load = shut ? Infinity : (1 - least) / Math.max(1 - evenness, ROUNDING);
  return { ok: load <= 1 + ROUNDING, load, asksLph: flowLph, givesLph: Infinity };
}

/**
 * Parts units in order into `n` runs of neighbours, so that weights are even, few blocks are cut and few unlike needs
 * come together: by dynamic programming over where the parts end.
 * @returns ends of the parts, or nothing where there are fewer units
 */
function partition(units: readonly ValveUnit[], weights: readonly number[], n: number): number[] | undefined {
  const N = units.length;
  if (n > N) return undefined;
  const sum = new Float64Array(N + 1);
  for (let i = 0; i < N; i++) sum[i + 1] = sum[i] + weights[i];
  const even = sum[N] / n;
  /** Changes of likeness up to each unit. */
  const changes = new Int32Array(N + 1);
  for (let i = 1; i < N; i++) changes[i + 1] = changes[i] + (units[i].like !== units[i - 1].like ? 1 : 0);
  const cost = (from: number, to: number): number => {
    const off = (sum[to] - sum[from] - even) / even;
    const mixed = changes[to] - changes[from + 1];
    const cut = to < N && units[to].block === units[to - 1].block ? 1 : 0;
    return off * off + CUT_WEIGHT * cut + MIXED_WEIGHT * mixed;
  };
  let best = new Float64Array(N + 1).fill(Infinity);
  best[0] = 0;
  const from: Int32Array[] = [];
  for (let k = 1; k <= n; k++) {
    const next = new Float64Array(N + 1).fill(Infinity);
    const came = new Int32Array(N + 1).fill(-1);
    for (let j = k; j <= N; j++) {
      for (let i = j - 1; i >= k - 1; i--) {
        // A part of twice the even weight is never better than two.
        if (i < j - 1 && sum[j] - sum[i] > 2 * even) break;
        const c = best[i] + cost(i, j);
        if (c < next[j]) {
          next[j] = c;
          came[j] = i;
        }
      }
    }
    best = next;
    from.push(came);
  }
  if (!Number.isFinite(best[N])) return undefined;
  const ends: number[] = [];
  for (let k = n, j = N; k > 0; k--) {
    ends.push(j);
    j = from[k - 1][j];
  }
  return ends.reverse();
}

/** The fewest parts that weights in order make, each of 1 at most. */
function fewest(weights: readonly number[]): number {
  let n = 0;
  let sum = Infinity;
  for (const w of weights) {
    if (sum + w > 1 + ROUNDING) {
      n++;
      sum = 0;
    }
    sum += w;
  }
  return n;
}

/** A unit that asks for more than there is even alone. */
export interface Over {
  unit: ValveUnit;
  verdict: Verdict;
}

export interface Parts {
  parts: ValveUnit[][];
  verdicts: Verdict[];
}

/**
 * Units in order in as few parts as the source bears. Each part is solved; what a unit weighs is then its share of what
 * its part was found to load the source with, and the sum of those loads is a floor under the number of parts.
 * @param guessLph what a part may ask for, at a guess
 * @param leastParts no fewer are made
 * @returns nothing where no number of parts that was tried does
 */
export function evenParts(
  own: readonly ValveUnit[],
  guessLph: number,
  leastParts: number,
  look: (units: readonly ValveUnit[]) => Verdict,
): Parts | undefined {
  let weights = own.map((u) => u.lph / guessLph);
  const floor = Math.min(leastParts, own.length);
  let n = Math.min(MOST_SETS, Math.max(floor, fewest(weights)));
  let best: Parts | undefined;
  const tried = new Map<number, number>();
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const times = (tried.get(n) ?? 0) + 1;
    tried.set(n, times);
    const ends = partition(own, weights, n);
    if (!ends) {
      n = Math.min(own.length, n + 1);
      continue;
    }
    const parts = ends.map((end, i) => own.slice(i === 0 ? 0 : ends[i - 1], end));
    const verdicts = parts.map(look);
    const loads = verdicts.map((v) => (Number.isFinite(v.load) ? v.load : OUT_OF_REACH));
    weights = parts.flatMap((part, i) =>
      part.map((u) => (u.lph / lphOf(part)) * Math.max(loads[i], LEAST_LOAD)),
    );
    const least = Math.max(floor, Math.ceil(loads.reduce((sum, l) => sum + l, 0) - ROUNDING));
    if (verdicts.every((v, i) => v.ok || parts[i].length === 1)) {
      if (!best || n < best.parts.length) best = { parts, verdicts };
      if (least >= n || tried.has(least)) break;
      n = least;
      continue;
    }
    // Once more with the weights as they were found; then more parts.
    if (times < 2 && least <= n) continue;
    n = Math.min(own.length, MOST_SETS, Math.max(n + 1, least));
    if (best && n >= best.parts.length) break;
    if ((tried.get(n) ?? 0) > 1) break;
  }
  return best;
}

/** Where nothing else did: parts halved until each does, or is one alone. */
export function halved(
  units: readonly ValveUnit[],
  look: (units: readonly ValveUnit[]) => Verdict,
  overs: Over[],
): ValveUnit[][] {
  const verdict = look(units);
  if (verdict.ok) return [[...units]];
  if (units.length === 1) {
    overs.push({ unit: units[0], verdict });
    return [[...units]];
  }
  const mid = Math.ceil(units.length / 2);
  return [...halved(units.slice(0, mid), look, overs), ...halved(units.slice(mid), look, overs)];
}
