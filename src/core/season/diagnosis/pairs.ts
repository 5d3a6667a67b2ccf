import { covarianceOf, seenAt, type Evidence, type Instance } from './evidence';
import { cholesky, logDet, logSum } from './gauss';
import type { Hypothesis } from './hypothesis';
import { signatureOf } from './library';

/** Two faults at once, at their likeliest sizes. */
export interface Pair {
  parts: [{ hypothesis: Hypothesis; at: number }, { hypothesis: Hypothesis; at: number }];
  /** Log of prior times likelihood, over their sizes. */
  log: number;
}

/** Faults that explain something of the readings, each of which is tried beside every other. */
const TRIED_FIRST = 24;
const TRIED_WHERE_EXPLAINED = 2;
/** Pairs that are told, and looked at for what to read next. */
const KEPT = 40;
/** What two faults change together is their changes added up, known to within this share of what is off. */
const ADDED_WITHIN = 0.1;

/**
 * Two faults at once: where the one leaves half of a pressure or flow, and the other two thirds, both leave a third. A level is
 * changed by both in turn.
 * @param explained one fault explains everything: it is then looked for what may be hidden beside it
 * @returns the likeliest, with sizes as they fit best
 */
export function pairsOf(
  evidence: Evidence,
  hypotheses: readonly Hypothesis[],
  explained: boolean,
  checkpoint: () => void,
): Pair[] {
  const n = evidence.measured.length;
  const s = covarianceOf(evidence);
  for (let i = 0; i < n; i++) s[i * n + i] += (ADDED_WITHIN * evidence.off[i]) ** 2;
  const l = cholesky(s, n);
  const constant = -0.5 * logDet(l, n);
  /** One over what is expected where changes come together as shares of it; 0 where they add up. */
  const shares = Float64Array.from(evidence.measured, ({ library, spot }, i) =>
    library.spots[spot].kind === 'level' || evidence.expected[i] <= 0 ? 0 : 1 / evidence.expected[i],
  );
  const rest = new Float64Array(n);
  const soundSeen = evidence.seen.map(({ library, spot, reading }) =>
    seenAt(library, undefined, 0, spot, reading.seen!),
  );
  const prepared = hypotheses.map((hypothesis) => ({
    hypothesis,
    list: hypothesis.instances.map((instance, at) => ({
      at,
      change: instance.change,
      seen: seenBy(evidence, hypothesis, instance),
    })),
  }));
  const first = [...prepared]
    .sort((a, b) => Math.max(...b.hypothesis.logs) - Math.max(...a.hypothesis.logs))
    .slice(0, explained ? TRIED_WHERE_EXPLAINED : TRIED_FIRST);
  const rank = new Map(first.map((p, i) => [p, i]));
  const pairs: Pair[] = [];
  for (const a of first) {
    checkpoint();
    for (const b of prepared) {
      if (a.hypothesis.fault.group === b.hypothesis.fault.group) continue;
      // Each pair once.
      const other = rank.get(b);
      if (other !== undefined && other < rank.get(a)!) continue;
      let best = -Infinity;
      let bestA = 0;
      let bestB = 0;
      const logs: number[] = [];
      for (const x of coarse(a.list)) {
        for (const y of coarse(b.list)) {
          let log = constant;
          let sum = 0;
          for (let i = 0; i < n; i++)
            rest[i] = evidence.off[i] - x.change[i] - y.change[i] - x.change[i] * y.change[i] * shares[i];
          for (let i = 0; i < n; i++) {
            let v = rest[i];
            for (let k = 0; k < i; k++) v -= l[i * n + k] * rest[k];
            rest[i] = v / l[i * n + i];
            sum += rest[i] ** 2;
          }
          log -= 0.5 * sum;
          for (let i = 0; i < x.seen.length; i++)
            log += Math.log(together(evidence, i, x.seen[i], y.seen[i], soundSeen[i]));
          logs.push(log);
          if (log > best) {
            best = log;
            bestA = x.at;
            bestB = y.at;
          }
        }
      }
      pairs.push({
        parts: [
          { hypothesis: a.hypothesis, at: bestA },
          { hypothesis: b.hypothesis, at: bestB },
        ],
        log: Math.LN2 + a.hypothesis.prior + b.hypothesis.prior + logSum(logs) - Math.log(logs.length),
      });
    }
  }
  return pairs.sort((a, b) => b.log - a.log).slice(0, KEPT);
}

/** Every third size: those that were solved. */
const coarse = <T>(list: readonly T[]): T[] => list.filter((_, i) => i % 3 === 0);

const seenBy = (evidence: Evidence, { fault }: Hypothesis, instance: Instance): number[] =>
  evidence.seen.map(({ library, spot, reading }) => {
    const sig = signatureOf(library, fault.id);
    return seenAt(library, sig, sig ? Math.min(instance.at, sig.sizes.length - 1) : 0, spot, reading.seen!);
  });

/** What is seen of two faults: either may be it; nothing is seen where neither is. */
const together = (evidence: Evidence, i: number, a: number, b: number, none: number): number =>
  evidence.seen[i].reading.seen === 'fine' ? (a * b) / none : Math.max(a, b);
