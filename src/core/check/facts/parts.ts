import { inletParts, type FarmResults, type PartResult } from '../../network';
import { isInjector } from '../../catalog/headParts';
import { HEAD, type FullPlan } from '../../plan';

/** Parts in line somewhere: in the head, or at the inlet of a block in use. */
export interface Assembly {
  /** `head`, or the block's id. */
  place: string;
  parts: PartResult[];
  /** Before the first of them, with nothing flowing, kPa. */
  restKpa: number;
  /** Before the first of them at work. */
  startKpa: number;
}

/** Whether feed is given: as it is wished, or by an injector anywhere, in the head or at a block that is open. */
export const isFeeding = ({ wishes, head, blocks }: FullPlan): boolean =>
  wishes.feeding ||
  head.some((p) => isInjector(p.role)) ||
  blocks.some((b) => b.inUse && b.inlet.some((p) => isInjector(p.role)));

const known = new WeakMap<FarmResults, Assembly[]>();

/** Every assembly that water flows through now; worked out once for all that looks at a solved plan. */
export function assemblies(results: FarmResults): Assembly[] {
  let found = known.get(results);
  if (!found) {
    found = [
      {
        place: HEAD,
        parts: results.head,
        restKpa: results.rest.sourceKpa,
        startKpa: results.head[0]?.beforeKpa ?? results.solution.supply.pressureKpa,
      },
      ...results.blocks.map((b): Assembly => {
        const parts = inletParts(results, b);
        const atHead = parts[0]?.step.part.planned === 'head';
        return {
          place: b.built.layout.block.id,
          parts,
          restKpa: atHead ? results.rest.outletKpa : b.rest.entryKpa,
          startKpa: atHead ? parts[0].beforeKpa : b.entryKpa,
        };
      }),
    ];
    known.set(results, found);
  }
  return found;
}

/** Each part that water flows through, with where it stands. */
export const everyPart = (results: FarmResults): (PartResult & { place: string })[] =>
  assemblies(results).flatMap(({ place, parts }) => parts.map((p) => ({ ...p, place })));
