import type { CropKind } from '../../catalog/crops';
import { soilKind } from '../../catalog/soils';
import type { LaidBed } from '../../layout';
import type { BlockResult, FarmResults } from '../../network';
import { cropIn, type FullPlan, type Tape, onlyPlaces } from '../../plan';
import type { Found, Said } from '../finding';
import { isUnder } from '../kind';
import type { State } from '../states';

/** A bed that waters, with what lies in it. */
export interface WateredBed {
  bed: LaidBed;
  tape: Tape;
  crop: CropKind | undefined;
  /** Mean flow of its emitters, L/h. */
  emitterLph: number;
  soil: ReturnType<typeof soilKind>;
  block: BlockResult;
}

function wateredBeds(plan: FullPlan, results: FarmResults, block: BlockResult): WateredBed[] {
  const { layout } = block.built;
  const soil = soilKind(plan.blocks[block.index].ground.soil);
  const found = new Map<number, WateredBed & { lph: number; emitters: number }>();
  for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
    const { run, emitters, flowLph } = results.runs[i];
    if (emitters === 0) continue;
    let at = found.get(run.bedIndex);
    if (!at) {
      const bed = layout.beds[run.bedIndex];
      const id = bed.single?.crop ?? plan.blocks[block.index].beds.crop;
      const crop = cropIn(plan, id);
      at = { bed, tape: run.tape, crop, emitterLph: 0, soil, block, lph: 0, emitters: 0 };
      found.set(run.bedIndex, at);
    }
    at.lph += flowLph;
    at.emitters += emitters;
  }
  return [...found.values()].map((b) => ({ ...b, emitterLph: b.lph / b.emitters }));
}

/** What is told of one bed, and how far beyond the limit it is, to find the worst. */
export type BedTold<S extends Said> = Pick<Found<S>, 'measured' | 'limit' | 'kind' | 'says'> & { by: number };

/** Of a block's beds of which something holds the worst is told, and how many there are. */
export const worstBeds = <S extends Said>(
  { plan, results }: State,
  tell: (bed: WateredBed) => BedTold<S> | undefined,
): Found<S & { beds: number; plants: boolean }>[] =>
  results.blocks.flatMap((block) => {
    const told = wateredBeds(plan, results, block).flatMap((bed) => tell(bed) ?? []);
    if (told.length === 0) return [];
    const { measured, limit, kind, says } = told.reduce((a, b) => (b.by > a.by ? b : a));
    return {
      grade: 'watch',
      place: { kind: 'block', block: block.index },
      measured,
      limit,
      kind,
      says: {
        ...says,
        beds: told.length,
        plants: onlyPlaces(plan.blocks[block.index]) !== undefined,
      },
    };
  });

/** Share of a bed's width that its runs wet. */
export const wettedShare = ({ bed, soil }: WateredBed): number => (bed.lines * soil.stripM) / bed.widthM;

/** A bed of which the runs wet less than a share of its width: what it has, and how many runs would do. */
export function wetTooLittle(watered: WateredBed, limit: number) {
  const { bed, soil } = watered;
  const measured = wettedShare(watered);
  if (!isUnder(measured, limit)) return undefined;
  // A tolerance, so that a whole number of runs that just does is not rounded up.
  const wantRuns = Math.ceil((limit * bed.widthM) / (soil.stripM * bed.passes) - 1e-9);
  const says = { stripM: soil.stripM, runs: bed.lines, widthM: bed.widthM, wantRuns, soil: soil.name };
  return { measured, limit, kind: 'share' as const, by: limit / measured, says };
}
