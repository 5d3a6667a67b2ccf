import { DRILLS, type Drill } from '../catalog/drills';
import { changed } from '../changes';
import type { PlanSolver } from '../network';
import { fillIn, type Plan } from '../plan';
import { alikeBeds, needFrom, peakDay, skyOver } from '../sets';
import { MIN_PER_HOUR } from '../units/time';

/** What the holes of one drill do in a whole block, with everything else open as it is. */
export interface DrillRow {
  drill: Drill;
  /** Between all its holes, by the plan's way of reckoning. */
  evenness: number;
  /** As even as the plan asks. */
  even: boolean;
  leastLph: number;
  mostLph: number;
  flowLph: number;
  /** Least pressure at a hole, kPa; 0 where some run dry. */
  leastKpa: number;
  /** Each watering day in the thirstiest week; Infinity where nothing flows. */
  minutes: number;
}

export interface DrillTable {
  rows: DrillRow[];
  /** The largest drill that is even enough: it clogs least and waters soonest. */
  best: Drill | undefined;
}

/**
 * Drills holes of every size that growers have in a block's hose, solves the whole plan with each, and says how even they are
 * and how long to water then.
 *
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function drillTable(
  plan: Plan,
  blockIndex: number,
  solver: PlanSolver,
  progress: (share: number) => void = () => {},
  checkpoint: () => void = () => {},
): DrillTable {
  const block = plan.blocks[blockIndex];
  const full = fillIn(plan);
  const sky = skyOver(full);
  const rows = DRILLS.map((drill, i): DrillRow => {
    checkpoint();
    const own =
      full.blocks[blockIndex].tape.kind === 'drilled'
        ? []
        : ([{ kind: 'lay-material', block: block.id, material: 'drilled' }] as const);
    const drilled = fillIn(changed(plan, [...own, { kind: 'lay-hole', block: block.id, holeMm: drill.mm }]));
    const results = solver.solve(drilled);
    const found = results.blocks.find((b) => b.index === blockIndex);
    progress((i + 1) / DRILLS.length);
    const groups = alikeBeds(drilled, results.layout).filter((g) => g.block === blockIndex);
    const date = drilled.watering.day.forDate ?? peakDay(drilled, groups, sky);
    const needL =
      groups.reduce((sum, g) => sum + needFrom(drilled, g, date, sky).mm * g.areaM2, 0) *
      drilled.watering.day.everyDays;
    const runs = found
      ? results.runs.slice(found.firstRun, found.firstRun + found.runCount).filter((r) => r.emitters > 0)
      : [];
    const least = <T>(of: (r: (typeof runs)[number]) => number, none: T): number | T =>
      runs.length > 0 ? Math.min(...runs.map(of)) : none;
    const evenness = found?.uniformity ?? 0;
    const flowLph = found?.flowLph ?? 0;
    return {
      drill,
      evenness,
      even: evenness >= drilled.wishes.uniformity,
      leastLph: least((r) => r.minLph, 0),
      mostLph: runs.length > 0 ? Math.max(...runs.map((r) => r.maxLph)) : 0,
      flowLph,
      leastKpa: Math.max(
        0,
        least((r) => r.minKpa, 0),
      ),
      minutes: flowLph > 0 && evenness > 0 ? (needL / (flowLph * evenness)) * MIN_PER_HOUR : Infinity,
    };
  });
  return { rows, best: rows.filter((r) => r.even).at(-1)?.drill };
}
