import { msg } from '../../language';
import { surfaceThrough, type Surface } from '../../ground';
import { over } from '../fields/over';
import type { Beds, FarmGround, Obstacle, Plan, Tunnel } from './types';

export const TYPICAL_BEDS: Beds = {
  count: 6,
  lengthM: 30,
  widthM: 0.75,
  pathM: 0.45,
  runsPerBed: 2,
  passes: 1,
  headNearM: 0,
  headFarM: 0,
  offsetM: 0,
  crop: 'none',
  rows: 'straight',
  single: {},
};

/** Room to turn at the ends of a field's beds, m: a tractor's headland is wider, a wheelbarrow's about this. */
export const HEADLAND_M = 1.5;

/** A common small tunnel. */
export const TUNNEL: Tunnel = {
  widthM: 6,
  lengthM: 20,
  doors: 'both',
  doorM: 0.8,
  sideBedM: 0.5,
};

const LANE_M = 3;
const DITCH_M = 1;
const TREE_RADIUS_M = 2;
const MARGIN_M = 0.3;
const OBSTACLE_NAMES: Record<Obstacle['kind'], string> = {
  lane: 'lane',
  ditch: 'ditch',
  tree: 'tree',
  building: 'building',
  wet: msg`wet spot`,
};

export const fullObstacle = (stated: NonNullable<Plan['obstacles']>[number]): Obstacle =>
  over(
    {
      ...stated,
      name: OBSTACLE_NAMES[stated.kind],
      widthM: stated.kind === 'ditch' ? DITCH_M : LANE_M,
      radiusM: TREE_RADIUS_M,
      marginM: MARGIN_M,
    },
    stated,
  );

export const fullGround = (stated: Plan['ground']): FarmGround =>
  over({ heights: [], surface: 'triangulated' as const, northDeg: 0 }, stated);

const surfaces = new WeakMap<FarmGround, Surface>();

/** The surface of a farm's ground; of the same ground the same surface. */
export function surfaceOf(ground: FarmGround): Surface {
  let surface = surfaces.get(ground);
  if (!surface) surfaces.set(ground, (surface = surfaceThrough(ground.heights, ground.surface)));
  return surface;
}
