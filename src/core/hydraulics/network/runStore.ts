import type { Medium } from '../friction';
import { prepareRun, type Run, type RunSpec } from '../run';
import { ROUGH_GROUPS, RunCurve } from './runCurve';
import type { NetworkSpec } from './types';

/**
 * Remembers runs from one network to the next: the same spec object, or one that is alike, is prepared and marched
 * once. Several solvers may share one store.
 */
export interface RunStore {
  /** The curve of each lateral, in order. */
  curvesOf(network: NetworkSpec, medium: Medium): RunCurve[];
  /** Exact marches done so far. */
  readonly marches: number;
  /** To be called between pieces of work; what it throws ends the solving. */
  checkpoint(): void;
}

interface Kept {
  curve: RunCurve;
  usedAt: number;
  owner: object;
}
/**
 * A curve is kept on its spec itself: it then lives as long as the spec does, without the cost of a weak map to the
 * collector, which is felt when every run of a field is new at every frame.
 */
const KEPT = Symbol('curve');

/** A run's groups as whoever solved it last prepared them, or prepared now: what stands for its emitters in a picture. */
export function groupsOf(spec: RunSpec & { [KEPT]?: { of: RunSpec; kept: Kept } }, medium: Medium): Run {
  const curve = spec[KEPT]?.of === spec ? spec[KEPT].kept.curve : undefined;
  const serves = curve?.medium.friction === medium.friction && curve.medium.waterC === medium.waterC;
  return serves ? curve.groups : prepareRun(spec, medium, ROUGH_GROUPS);
}

/** Runs kept although not used lately, over three times as many as the largest network has. */
const SPARE_RUNS = 256;
/** Networks since which a run must have been used to be kept when there are too many. */
const LATELY = 200;

/**
 * @param checkpoint called before each piece of work on a run; what it throws ends the solving, and what was found of runs
 *   so far is kept
 */
export function createRunStore(checkpoint: () => void = () => undefined): RunStore {
  let byKey = new Map<string, Kept>();
  /** What is kept on specs is this store's while it bears this. */
  let owner = {};
  let mediumKey = '';
  let tick = 0;
  let largest = 0;
  const count = { marches: 0, checkpoint };

  return {
    checkpoint,
    get marches() {
      return count.marches;
    },
    curvesOf(network, medium) {
      const key = `${medium.friction} ${medium.waterC}`;
      if (key !== mediumKey) {
        byKey = new Map();
        owner = {};
        mediumKey = key;
      }
      tick++;
      largest = Math.max(largest, network.laterals.length);
      const curves = network.laterals.map((lateral) => {
        const on = lateral as RunSpec & { [KEPT]?: { of: RunSpec; kept: Kept } };
        // A copy of a spec carries the mark along, but is another run.
        let kept = on[KEPT]?.of === lateral ? on[KEPT].kept : undefined;
        if (kept?.owner !== owner) {
          checkpoint();
          // No two runs lie on the same uneven ground: to look for one alike would cost more than it saves.
          const alike = lateral.profile ? undefined : runKey(lateral);
          kept = (alike && byKey.get(alike)) || {
            curve: new RunCurve(lateral, medium, count),
            usedAt: tick,
            owner,
          };
          on[KEPT] = { of: lateral, kept };
          if (alike) byKey.set(alike, kept);
        }
        kept.usedAt = tick;
        return kept.curve;
      });
      if (byKey.size > 3 * largest + SPARE_RUNS) {
        for (const [alike, kept] of byKey) if (kept.usedAt < tick - LATELY) byKey.delete(alike);
        // All in use lately, as while a bed is dragged: those of this network stay.
        if (byKey.size > 3 * largest + SPARE_RUNS)
          for (const [alike, kept] of byKey) if (kept.usedAt < tick) byKey.delete(alike);
      }
      return curves;
    },
  };
}

function lawKey(e: RunSpec['emitter']): string {
  if (e.kind === 'microtube') return `t${e.tubeMm},${e.tubeM}`;
  if (e.kind === 'compensating') return `c${e.flowLph},${e.minKpa}`;
  return `p${e.flowLph},${e.atKpa},${e.exponent ?? ''}`;
}

function runKey(r: RunSpec): string {
  const e = r.emitter;
  const law = lawKey(e);
  return [
    r.lengthM,
    r.diameterMm,
    r.hazenWilliamsC,
    r.slope,
    r.firstEmitterM,
    r.inletK,
    law,
    e.spacingM,
    e.barbLengthM,
  ].join('|');
}
