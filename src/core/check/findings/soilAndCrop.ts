import { cropKind } from '../../catalog/crops';
import { soilKind } from '../../catalog/tape';
import type { BlockResult, FarmResults } from '../../network';
import type { LaidBed } from '../../layout';
import { pondedRadiusM } from '../../soil';
import { limitsOf, type FullPlan, type Tape } from '../../plan';
import { finding, type Check } from '../types';

/** A bed that waters, with what lies in it. */
interface WateredBed {
  bed: LaidBed;
  tape: Tape;
  crop: ReturnType<typeof cropKind> | undefined;
  /** Mean flow of its emitters, L/h. */
  emitterLph: number;
}

function wateredBeds(plan: FullPlan, results: FarmResults, block: BlockResult): WateredBed[] {
  const { layout } = block.built;
  const found = new Map<number, WateredBed & { lph: number; emitters: number }>();
  for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
    const { run, emitters, flowLph } = results.runs[i];
    if (emitters === 0) continue;
    let at = found.get(run.bedIndex);
    if (!at) {
      const bed = layout.beds[run.bedIndex];
      const id = bed.single?.crop ?? plan.blocks[block.index].beds.crop;
      const crop = id === 'none' ? undefined : cropKind(id);
      found.set(run.bedIndex, (at = { bed, tape: run.tape, crop, emitterLph: 0, lph: 0, emitters: 0 }));
    }
    at.lph += flowLph;
    at.emitters += emitters;
  }
  return [...found.values()].map((b) => ({ ...b, emitterLph: b.lph / b.emitters }));
}

/** A kind of finding of beds against their soil: of a block's beds of which it holds, the worst one is told. */
const ofBeds =
  (
    tell: (
      beds: WateredBed,
      soil: ReturnType<typeof soilKind>,
      plan: FullPlan,
      block: BlockResult,
    ) => Told | undefined,
  ): Check =>
  (plan, results) =>
    results.blocks.flatMap((block) => {
      const soil = soilKind(plan.blocks[block.index].ground.soil);
      const told = wateredBeds(plan, results, block).flatMap((bed) => tell(bed, soil, plan, block) ?? []);
      if (told.length === 0) return [];
      const worst = told.reduce((a, b) => (b.by > a.by ? b : a));
      const { code, measured, limit, kind, values, names } = worst;
      return finding(
        code,
        'mind',
        { kind: 'block', block: block.index },
        {
          measured,
          limit,
          kind,
          values: { ...values, beds: told.length },
          names: { soil: soil.name, ...names },
        },
      );
    });

interface Told {
  code: Parameters<typeof finding>[0];
  measured: number;
  limit: number;
  kind: NonNullable<Parameters<typeof finding>[3]>['kind'];
  /** How far beyond the limit, to find the worst. */
  by: number;
  values: Record<string, number>;
  names?: Record<string, string>;
}

/** Emitters further apart than their wetted rounds, and than the plants they should stand at. */
export const spacingWide = ofBeds(({ tape, crop }, soil, plan) => {
  const limit = limitsOf(plan).spacingShare * soil.stripM;
  const { spacingM } = tape;
  // One at each plant is as good, whatever lies dry between.
  // Single ones are set at the plants, wherever those stand.
  const single = tape.kind === 'emitters' || tape.kind === 'microtubes';
  const atPlants = crop ? spacingM <= limitsOf(plan).spacingShare * crop.plantM : single;
  if (spacingM <= limit || atPlants) return undefined;
  return {
    code: 'spacing-wide',
    measured: spacingM,
    limit,
    kind: 'spacing',
    by: spacingM / limit,
    values: { stripM: soil.stripM, plantM: crop?.plantM ?? 0 },
    names: { crop: crop?.name ?? '' },
  };
});

/** Under crops that want the whole bed wet the strips do not meet. */
export const stripsApart = ofBeds(({ bed, crop }, soil, plan) => {
  if (crop?.wets !== 'whole') return undefined;
  const limit = limitsOf(plan).wettedWhole;
  const measured = (bed.runs * soil.stripM) / bed.widthM;
  if (measured >= limit) return undefined;
  return {
    code: 'strips-apart',
    measured,
    limit,
    kind: 'share',
    by: limit / measured,
    values: {
      stripM: soil.stripM,
      runs: bed.runs,
      widthM: bed.widthM,
      wantRuns: Math.ceil((limit * bed.widthM) / soil.stripM - 1e-9),
    },
    names: { crop: crop.name },
  };
});

/** Hardly any of the bed is wetted. */
export const runsFew = ofBeds(({ bed, crop }, soil, plan) => {
  // A single row stands on its own strip; where the whole bed must be wet another finding says so.
  if (crop?.wets === 'single' || crop?.wets === 'whole') return undefined;
  const limit = limitsOf(plan).wettedLeast;
  const measured = (bed.runs * soil.stripM) / bed.widthM;
  if (measured >= limit) return undefined;
  return {
    code: 'runs-few',
    measured,
    limit,
    kind: 'share',
    by: limit / measured,
    values: {
      stripM: soil.stripM,
      runs: bed.runs,
      widthM: bed.widthM,
      wantRuns: Math.ceil((limit * bed.widthM) / soil.stripM - 1e-9),
    },
  };
});

/** Strips overlap so much that the same ground is watered twice. */
export const runsMany = ofBeds(({ bed }, soil, plan) => {
  const limit = limitsOf(plan).wettedMost;
  const measured = (bed.runs * soil.stripM) / bed.widthM;
  if (bed.runs < 2 || measured <= limit) return undefined;
  return {
    code: 'runs-many',
    measured,
    limit,
    kind: 'share',
    by: measured / limit,
    values: {
      stripM: soil.stripM,
      runs: bed.runs,
      widthM: bed.widthM,
      wantRuns: Math.max(1, Math.floor((limit * bed.widthM) / soil.stripM)),
    },
  };
});

/** On a slope a puddle may reach only half as far before it finds a way off the bed. */
const SLOPE_SHARE = 0.5;

/** Emitters give more than the soil takes: puddles reach the bed's edge, or run off down its slope. */
export const puddles = ofBeds(({ bed, emitterLph }, soil, plan, block) => {
  const { slopeAlong, slopeAcross } = steepness(block);
  const steep = Math.max(Math.abs(slopeAlong), Math.abs(slopeAcross)) > limitsOf(plan).pondSlope;
  const edgeM = bed.widthM / (2 * bed.runs);
  const limit = steep ? SLOPE_SHARE * edgeM : edgeM;
  const measured = pondedRadiusM(emitterLph, soil.ksMps, soil.alphaPerM);
  if (measured <= limit) return undefined;
  return {
    code: 'puddles',
    measured,
    limit,
    kind: 'spacing',
    by: measured / limit,
    values: { flowLph: emitterLph, steep: steep ? 1 : 0 },
  };
});

/** Mean slopes of a block's ground between the ends of the box about its beds. */
function steepness({ built: { layout } }: BlockResult): { slopeAlong: number; slopeAcross: number } {
  const { box, ground } = layout;
  const at = (x: number, y: number): number => ground.heightM(x, y);
  const midX = (box.leftM + box.rightM) / 2;
  const midY = (box.nearM + box.farM) / 2;
  const along = box.farM - box.nearM;
  const across = box.rightM - box.leftM;
  return {
    slopeAlong: along > 0 ? (at(midX, box.farM) - at(midX, box.nearM)) / along : 0,
    slopeAcross: across > 0 ? (at(box.rightM, midY) - at(box.leftM, midY)) / across : 0,
  };
}
