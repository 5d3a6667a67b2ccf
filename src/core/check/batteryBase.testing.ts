import { blankPlan, type Plan, type StatedBlock, type StatedPart, type StatedWatering } from '../plan';
import type { FindingCode } from './codes';

/** A small plan with what was planted in it, and what must be found: no more, no less. */
export interface Planted {
  name: string;
  plan: Plan;
  finds: FindingCode[];
}

export type Source = Plan['sources'][number];

export const TAP: Source = {
  id: 's',
  kind: 'tap',
  method: 'gauge',
  shutKpa: 350,
  flowingKpa: 250,
  flowingLph: 3000,
  xM: -5,
  yM: -3,
};
export const parts = (...kinds: string[]): StatedPart[] =>
  kinds.map((kind, i) => ({ id: `${kind}-${i}`, kind }));
export const HEAD = parts('double-check', 'gauge', 'screen-1', 'gauge');
export const regulated = (setKpa: number): StatedPart[] => [
  { id: 'regulator', kind: 'regulator-mid', setKpa },
];
export const BLOCK: StatedBlock = {
  id: 'b',
  beds: { count: 8, lengthM: 40, runsPerBed: 2 },
  header: { pipe: 'pe-1-1/4' },
  main: { pipe: 'pe-1-1/4' },
  inlet: regulated(69),
};
export const SOUND: Plan = { ...blankPlan('metric'), sources: [TAP], head: HEAD, blocks: [BLOCK] };

/** Plants in a row from the feed on, so far apart. */
export const plantRow = (count: number, apartM: number) =>
  Array.from({ length: count }, (_, i) => ({ id: String(i + 1), xM: (i + 1) * apartM, yM: 0 }));

export const block = (more: Partial<StatedBlock>): Plan => ({ ...SOUND, blocks: [{ ...BLOCK, ...more }] });
export const beds = (more: StatedBlock['beds']): Plan => block({ beds: { ...BLOCK.beds, ...more } });
export const tape = (more: StatedBlock['tape']): Plan => block({ tape: more });
export const source = (more: object): Plan => ({ ...SOUND, sources: [{ ...TAP, ...more } as Source] });
export const head = (list: StatedPart[]): Plan => ({ ...SOUND, head: list });

export const WELL: Source = {
  id: 's',
  kind: 'well',
  xM: -5,
  yM: -3,
  pumpingLevelM: 20,
  yieldLph: 6000,
  curve: {
    method: 'points',
    points: [
      { flowLph: 0, headM: 70 },
      { flowLph: 2000, headM: 65 },
      { flowLph: 4000, headM: 52 },
      { flowLph: 6000, headM: 30 },
    ],
  },
  drop: { pipe: 'pe-1-1/4', lengthM: 25 },
  vessel: { part: 'tank', volumeL: 300, prechargeKpa: 180, cutInKpa: 200, cutOutKpa: 340 },
};
export const WELL_HEAD = parts('check-1', 'ball-1', 'gauge', 'disc-1', 'gauge');
export const well = (more: object, list = WELL_HEAD): Plan => ({
  ...SOUND,
  sources: [{ ...WELL, ...more } as Source],
  head: list,
});
export const PUMP: Source = {
  id: 's',
  kind: 'pump',
  xM: -5,
  yM: -3,
  liftM: 2,
  npshM: 3,
  footValve: true,
  suction: { pipe: 'pe-1-1/2', lengthM: 8 },
  curve:
    WELL.kind === 'well'
      ? { ...WELL.curve, points: WELL.curve!.points!.map((p) => ({ ...p, headM: p.headM! / 2 })) }
      : {},
  vessel: { part: 'none' },
};
export const PUMP_HEAD: StatedPart[] = [
  ...parts('check-1'),
  { id: 'relief', kind: 'relief', opensKpa: 320 },
  ...parts('gauge', 'disc-1', 'gauge'),
];
export const pump = (more: object, list = PUMP_HEAD): Plan => ({
  ...SOUND,
  sources: [{ ...PUMP, ...more } as Source],
  head: list,
});

const TANK: Source = {
  id: 's',
  kind: 'tank',
  xM: -5,
  yM: -3,
  outletM: 5,
  lowM: 5.3,
  highM: 6.5,
  volumeL: 20000,
};
export const TANK_HEAD = parts('ball-1', 'gauge', 'screen-1', 'gauge');
/** Under a tank on a hill: nothing regulated, nothing heavy overhead. */
export const tank = (more: object, list = TANK_HEAD): Plan => ({
  ...SOUND,
  sources: [{ ...TANK, ...more } as Source],
  head: list,
  blocks: [{ ...BLOCK, inlet: [], beds: { count: 4, lengthM: 25, runsPerBed: 2 } }],
});

/** Parked beside the beds, full or low. */
export const bowser = (more: object): Plan => ({
  ...tank({}),
  sources: [
    { id: 's', kind: 'bowser', outletM: 0.8, lowM: 0.9, highM: 1.8, volumeL: 2500, ...more } as Source,
  ],
});

/** A canister held by a float, with a store that stands lower and a pump between. */
export const canister = (more: object): Plan =>
  tank({
    outletM: 0.6,
    lowM: 0.65,
    highM: 0.9,
    volumeL: 30,
    level: 'held',
    floatM: 0.85,
    fedBy: 'pumped',
    storeL: 5000,
    storeM: -1,
    ...more,
  });

/** The sound plan watered by rules of its own. */
export const watered = (watering: StatedWatering, more: StatedBlock['beds'] = {}): Plan => ({
  ...beds(more),
  watering,
});
