import type { Build } from './buildTypes';
import { over } from '../fields/over';
import type { Stated } from './types';

/** Growers' practice: a tenth more of small parts; a hand's breadth of soil over pipe that nothing drives on. */
const SPARES = 0.1;
const COVER_M = 0.2;

export const fullBuild = (stated: Stated<Build> | undefined, units: 'us' | 'metric'): Build =>
  over(
    {
      family: units === 'us' ? 'inch' : 'metric',
      currency: '',
      prices: [],
      have: [],
      joined: [],
      there: {},
      packs: {},
      spares: SPARES,
      joins: 1,
      runEnd: 'fold',
      frostM: 0,
      coverM: COVER_M,
      people: 1,
      hours: {},
      done: [],
      paper: units === 'us' ? 'letter' : 'a4',
    } as Build,
    stated as Partial<Build> | undefined,
  );
