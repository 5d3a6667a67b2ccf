import type { FullPlan, Outlet, Tee } from './types';
import type { Hours } from './wateringTypes';

const DAY_MIN = 1440;

/** Whether two stretches of the day share a minute; one that ends before it begins goes over midnight. */
function share(a: Hours, b: Hours): boolean {
  const long = ({ fromMin, toMin }: Hours): number => (toMin > fromMin ? toMin : toMin + DAY_MIN);
  return [-DAY_MIN, 0, DAY_MIN].some((shift) => a.fromMin + shift < long(b) && b.fromMin < long(a) + shift);
}

/** Whether an outlet may run while what is open runs: in hours in which water may run, or at the set's own starts where those were said. */
export function runsNow(
  { watering, opensAt }: Pick<FullPlan, 'watering' | 'opensAt'>,
  { hours }: Outlet,
): boolean {
  if (!opensAt) return share(hours, watering.day.pump);
  return opensAt.starts.some((fromMin) => share(hours, { fromMin, toMin: fromMin + opensAt.minutes }));
}

/** Tees with an outlet that may run while what is open runs. */
export const runningOutlets = (
  plan: Pick<FullPlan, 'tees' | 'watering' | 'opensAt'>,
): (Tee & { outlet: Outlet })[] =>
  plan.tees.filter((t): t is Tee & { outlet: Outlet } => t.outlet !== undefined && runsNow(plan, t.outlet));
