import { COVER_BY_LIES, type CoverId } from '../catalog/covers';
import { soilKind } from '../catalog/soils';
import { stripOf, type FarmLayout, type LaidBed } from '../layout';
import { cropIn, needIn, type Block, type FullPlan, type Tape } from '../plan';
import { cropDays, POT_HELD_MM_PER_M, potDepthM, type BedSoil, type CropNeed } from '../soil';
import { dayAfter } from './days';

/** Beds of one block that need alike: of one crop, planted on one day, laid with one tape and as many runs. */
export interface AlikeBeds {
  id: string;
  /** Place of the block among the plan's. */
  block: number;
  blockId: string;
  keys: string[];
  crop: string;
  need: CropNeed;
  /** The day it was planted, and whether a grower said so. */
  planted: string;
  plantedIsDefault: boolean;
  /** The last day it grows. */
  until: string;
  soil: BedSoil;
  /** Width of each bed, m. */
  bedM: number;
  /** Of all its beds together, m and m²: beds with their paths, and the strips under the drip. */
  lengthM: number;
  areaM2: number;
  stripM2: number;
  /** Lines of tape side by side in each bed. */
  linesPerBed: number;
  /** Plants of all its beds: those at places, or as the crop is spaced along each run. */
  plants: number;
  /** What each pot holds, L; 0 in the ground. */
  potL: number;
  tape: Tape;
  cover: CoverId;
  tunnel: boolean;
}

/** What a bed is laid with. */
export const tapeOf = (block: Block, bed: LaidBed): Tape =>
  bed.plant?.label ?? ((bed.single?.tape && block.tapes[bed.single.tape]) || block.tape);

/** Plants stand so far apart where neither crop nor label says, m. */
const USUAL_PLANT_M = 0.3;

/** Roots in a pot go to its bottom, and no further. */
function inPot(need: CropNeed, depthM: number): CropNeed {
  const rootM = Math.min(need.rootM, depthM);
  return { ...need, rootM, rootBeginM: Math.min(need.rootBeginM, rootM), closes: false };
}

/** Emitters of plants that stand apart wet no strip together: as far apart as the plants' ground is wide; along a ring as on it. */
const oneAPlant = (tape: Tape, { plant, widthM }: LaidBed): Tape =>
  plant!.ringM > 0 ? tape : { ...tape, spacingM: widthM };

/** What tells beds of a block apart for need: crop, day planted, runs, width, tape. */
function alikeKey(plan: FullPlan, block: Block, bed: LaidBed): string {
  const crop = bed.single?.crop ?? block.beds.crop;
  const planted = bed.single?.planted ?? block.planted ?? plan.watering.planted[crop] ?? '';
  const { plant } = bed;
  const own = plant ? `plant ${plant.emitters} ${plant.ringM} ${plant.serves} ${plant.potL}` : '';
  const shut = block.valves === 'runs' ? (bed.single?.shutRuns ?? []).join(',') : '';
  return [
    block.id,
    crop,
    planted,
    bed.runs,
    bed.passes,
    shut,
    bed.widthM.toFixed(3),
    bed.single?.tape ?? '',
    own,
  ].join(' ');
}

/** Beds in use, put together where they need alike; in the order of the plan. Beds at rest are left out. */
export function alikeBeds(plan: FullPlan, layout: FarmLayout): AlikeBeds[] {
  const groups = new Map<string, AlikeBeds>();
  layout.blocks.forEach(({ block, beds, index }) => {
    if (!block.inUse) return;
    addBeds(beds, plan, block, groups, index);
  });
  return [...groups.values()];
}

/** Adds a block’s beds to the groups of beds that are alike. */
function addBeds(
  beds: LaidBed[],
  plan: FullPlan,
  block: Block,
  groups: Map<string, AlikeBeds>,
  index: number,
) {
  for (const bed of beds) {
    if (bed.resting) continue;
    const id = alikeKey(plan, block, bed);
    const stripM = stripOf(block, bed);
    // A coefficient is per ground of the field: half a path on either side is the bed's.
    const groundM = bed.widthM + (bed.plant ? 0 : block.beds.pathM);
    let group = groups.get(id);
    if (!group) groups.set(id, (group = groupOf(plan, block, bed, index, groundM)));
    group.keys.push(bed.key);
    group.lengthM += bed.lengthM;
    group.areaM2 += bed.lengthM * groundM;
    group.plants += bed.plant
      ? bed.plant.serves
      : (bed.lengthM * bed.lines) / (cropIn(plan, group.crop)?.plantM || USUAL_PLANT_M);
    group.stripM2 += bed.lengthM * stripM;
  }
}

/** A group that a bed begins, with nothing added up yet. */
function groupOf(plan: FullPlan, block: Block, bed: LaidBed, index: number, groundM: number): AlikeBeds {
  const crop = bed.single?.crop ?? block.beds.crop;
  const potL = bed.plant?.potL ?? 0;
  const own = needIn(plan, crop);
  const need = potL > 0 ? inPot(own, potDepthM(potL, (bed.widthM * bed.lengthM) / bed.plant!.serves)) : own;
  const stated = bed.single?.planted ?? block.planted ?? plan.watering.planted[crop];
  const planted = stated ?? plan.watering.season.from;
  const tape = tapeOf(block, bed);
  return {
    id: alikeKey(plan, block, bed),
    block: index,
    blockId: block.id,
    keys: [],
    crop,
    need,
    planted,
    plantedIsDefault: stated === undefined,
    until: dayAfter(planted, cropDays(need) - 1),
    bedM: bed.widthM,
    soil: {
      groundM,
      rootedM: need.closes ? groundM : bed.widthM,
      stripM: stripOf(block, bed),
      heldMmPerM: potL > 0 ? POT_HELD_MM_PER_M : soilKind(block.ground.soil).heldMmPerM,
    },
    lengthM: 0,
    areaM2: 0,
    stripM2: 0,
    linesPerBed: bed.lines,
    plants: 0,
    potL,
    tape: bed.plant ? oneAPlant(tape, bed) : tape,
    cover: block.beds.cover ?? COVER_BY_LIES[tape.lies],
    tunnel: block.tunnel !== undefined,
  };
}
