import { HEAD_PARTS } from '../catalog/headParts';
import { KPA_PER_M } from '../hydraulics/water';
import { HEAD, type FullPlan, type Part, type Plan, type StatedPart, type TankSource } from '../plan';

/** A list of parts after what cannot work under a tank was taken out of it. */
export interface Cleared {
  /** `head`, or the block at whose inlet they stand. */
  place: string;
  parts: StatedPart[];
  /** What was done, each in words: "take out the mid-flow regulator of Block 1". */
  says: string[];
}

/** The same part for little pressure, where there is one. */
const FOR_LITTLE: Readonly<Record<string, string>> = {
  'timer-3/4': 'timer-zero-3/4',
  'solenoid-1': 'motor-1',
};

/** The most that a tank ever gives anywhere on the plan, kPa: its highest water over the lowest block. */
export function mostUnderTankKpa(tank: TankSource, plan: FullPlan): number {
  const waterM = tank.heightM + (tank.level === 'held' ? tank.floatM : tank.highM);
  return Math.max(0, waterM - Math.min(tank.heightM, ...plan.blocks.map((b) => b.heightM))) * KPA_PER_M;
}

/**
 * What cannot work at a tank's pressure, taken out of head and inlets, or changed for the kind that can: regulators set above
 * what the tank ever gives, which only cost pressure; and timers, valves and injectors that need more to work.
 *
 * @returns the lists that change; none where all works
 */
export function clearedForTank(stated: Plan, plan: FullPlan, tank: TankSource): Cleared[] {
  const mostKpa = mostUnderTankKpa(tank, plan);
  const fails = (p: Part): boolean => (p.role === 'regulator' ? p.setKpa > mostKpa : p.needsKpa > mostKpa);
  const lists = [
    { place: HEAD, of: 'the head', parts: plan.head, own: stated.head },
    ...plan.blocks.map((b, i) => ({ place: b.id, of: b.name, parts: b.inlet, own: stated.blocks[i].inlet })),
  ];
  return lists.flatMap(({ place, of, parts, own }) => {
    const says: string[] = [];
    const kept = parts.flatMap((p): StatedPart[] => {
      // Only what was stated of a part is: its label stays the catalogue's.
      if (!fails(p)) return [own?.find((x) => x.id === p.id) ?? { id: p.id, kind: p.kind }];
      const other = HEAD_PARTS.find((x) => x.id === FOR_LITTLE[p.kind]);
      if (!other) {
        says.push(`take out the ${p.name} of ${of}`);
        return [];
      }
      says.push(`put a ${other.name} for the ${p.name} of ${of}`);
      return [{ id: p.id, kind: other.id }];
    });
    return says.length > 0 ? [{ place, parts: kept, says }] : [];
  });
}
