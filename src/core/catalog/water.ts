import { msg } from '../language';
import { byId } from './byId';
import type { Role } from './headParts';

/**
 * What is in the water, and what follows from it for the filter: kinds that do, the coarsest mesh that does, how to
 * keep it clean, and what to leave alone (growers' and filter makers' common practice; a sixth to a tenth of the
 * emitter's opening is what must not pass).
 */
export interface WaterKind {
  id: 'clear' | 'sandy' | 'silty' | 'algae' | 'iron' | 'hard';
  name: string;
  /** Filters that do, best first. */
  filters: Role[];
  /** Also asked for before the filter. */
  before?: Role;
  mesh: number;
  cleaning: string;
  avoid: string;
}

export const WATERS: readonly WaterKind[] = [
  {
    id: 'clear',
    name: msg`clear`,
    filters: ['screen', 'disc', 'media'],
    mesh: 120,
    cleaning: msg`Look at the screen once a month; rinse it when the pressure drop across it has grown by 35 kPa (5 psi).`,
    avoid: msg`Nothing in particular.`,
  },
  {
    id: 'sandy',
    name: msg`sandy`,
    filters: ['screen', 'disc', 'media'],
    before: 'separator',
    mesh: 120,
    cleaning: msg`Empty the separator’s pot every week; rinse the filter after it.`,
    avoid: msg`A disc or media filter alone: sand grinds discs and settles in media. Draw well above the bottom.`,
  },
  {
    id: 'silty',
    name: msg`silty`,
    filters: ['disc', 'media'],
    mesh: 120,
    cleaning: msg`Back-flush whenever the pressure drop has grown by 35 kPa (5 psi), and every day when the river is high; flush runs monthly.`,
    avoid: msg`A screen alone: silt blinds it within the hour. The smallest emitters.`,
  },
  {
    id: 'algae',
    name: msg`algae or leaf bits`,
    filters: ['disc', 'media'],
    mesh: 120,
    cleaning: msg`Back-flush often; cover the tank; draw from an arm’s length under the surface.`,
    avoid: msg`A screen alone: slime is pressed through it. Fish and seaweed feeds, which feed the slime.`,
  },
  {
    id: 'iron',
    name: msg`iron (rusty stains)`,
    filters: ['disc', 'media'],
    mesh: 120,
    cleaning: msg`Let it stand in the air and settle, then filter; flush runs often.`,
    avoid: msg`Low-flow emitters with small passages; phosphate feeds, which fall out with iron.`,
  },
  {
    id: 'hard',
    name: msg`hard (lime)`,
    filters: ['screen', 'disc', 'media'],
    mesh: 120,
    cleaning: msg`Acid or yearly renewal of the tape; keep runs shaded or covered.`,
    avoid: msg`Porous hose, which limes up within a season or two; calcium together with phosphate or sulphate feeds.`,
  },
];

export type WaterId = WaterKind['id'];

export const waterKind = byId(WATERS, 'water');
