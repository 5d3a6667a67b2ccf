import { soilKind } from '../catalog/soils';
import type { Block } from '../plan';
import type { LaidBed } from './laid';

/**
 * Width wetted under a bed's runs, m: as much as the soil spreads from each, and no more than the bed. Emitters at one
 * place wet a round each; a ring wets its strip all round; a pot is wetted whole.
 */
export function stripOf(block: Block, bed: LaidBed): number {
  const { stripM } = soilKind(block.ground.soil);
  const { plant } = bed;
  if (!plant) {
    const shut = (block.valves === 'runs' && bed.single?.shutRuns?.filter((r) => r <= bed.runs).length) || 0;
    return Math.min(bed.widthM, (bed.runs - shut) * bed.passes * stripM);
  }
  if (plant.potL > 0) return bed.widthM;
  const wetM2 = plant.ringM > 0 ? Math.PI * plant.ringM * stripM : plant.emitters * roundM2(stripM);
  return Math.min(bed.widthM, wetM2 / bed.lengthM);
}

const roundM2 = (acrossM: number): number => (Math.PI / 4) * acrossM ** 2;
