import type { Draft } from 'immer';
import { msg } from '../language';
import type { FullPlan, Plan, Plant } from '../plan';
import type { Asked, Question } from './types';

type Fields = Record<string, unknown>;
/** The stated source in use, of which any field may be set. */
const sourceOf = (draft: Draft<Plan>): Fields => draft.sources[0] as unknown as Fields;
const within = (draft: Fields, name: string): Fields => (draft[name] ??= {}) as Fields;
const bedsOf = (draft: Draft<Plan>, i: number): Fields => (draft.blocks[i].beds ??= {}) as Fields;
const first = (plan: FullPlan) => plan.sources[0] as unknown as Record<string, number>;

/** Places on the sheet are kept to the centimetre. */
const round = (m: number): number => Number(m.toFixed(2));

const asked = (
  label: string,
  kind: Asked['kind'],
  [before, after]: [string, string],
  [least, most]: [number, number],
  get: Asked['get'],
  put: Asked['put'],
  measures: string[] = [],
): Asked => ({ label, kind, before, after, least, most, get, put, measures });

/** A field of the source itself. */
const ofSource = (
  field: string,
  label: string,
  kind: Asked['kind'],
  words: [string, string],
  bounds: [number, number],
): Asked =>
  asked(
    label,
    kind,
    words,
    bounds,
    (p) => first(p)[field],
    (d, v) => void (sourceOf(d)[field] = v),
    [field],
  );

export const bucket: Question = {
  id: 'bucket',
  ask: msg`How fast does a bucket fill?`,
  how: msg`Open the tap fully, nothing else running. Time a bucket whose volume you know; do it twice and take the mean.`,
  picture: 'bucket',
  fields: [
    ofSource('bucketL', msg`Bucket`, 'volume', [msg`A bucket of`, ''], [0.5, 2000]),
    asked(
      msg`Seconds to fill it`,
      'time',
      [msg`fills in`, '.'],
      [0.5, 3600],
      (p) => (p.sources[0] as unknown as { triesS: number[] }).triesS[0],
      (d, v) => void (sourceOf(d).triesS = [v]),
      ['triesS'],
    ),
  ],
};

export const gauge: Question = {
  id: 'gauge',
  ask: msg`What does a gauge read on it, shut?`,
  how: msg`Screw a pressure gauge on the tap and open it, with nothing else running. Read it when the needle stands still.`,
  picture: 'gauge',
  fields: [
    ofSource('shutKpa', msg`Pressure, shut`, 'pressure', [msg`Shut, the gauge reads`, '.'], [5, 1500]),
  ],
};

/** How far the beds are from the source, and how much higher. The first block is fed at its own near left corner. */
export const way = (what: string): Question => ({
  id: 'way',
  ask: msg`How far is it from ${what} to the beds?`,
  how: msg`Pace it along the ground, the way the pipe will lie. Know your step: pace along a tape measure first.`,
  picture: 'pace',
  fields: [
    asked(
      msg`Distance to the beds`,
      'length',
      [msg`From ${what} it is`, msg`to where the first bed begins.`],
      [0.2, 1000],
      (p) => Math.hypot(p.sources[0].xM - p.blocks[0].xM, p.sources[0].yM - p.blocks[0].yM),
      (d, v, p) => {
        sourceOf(d).xM = round(p.blocks[0].xM - v);
        sourceOf(d).yM = round(p.blocks[0].yM);
      },
    ),
  ],
});

export const rise = (what: string): Question => ({
  id: 'rise',
  ask: msg`Do the beds lie higher or lower than ${what}?`,
  how: msg`Fill a clear hose with water, hold its ends at both places: the water stands level in it. Or sight along a level board. Type a minus if the beds are lower.`,
  picture: 'rise',
  fields: [
    asked(
      msg`Beds higher by`,
      'height',
      [msg`The ground at the beds is`, msg`higher than at ${what}.`],
      [-60, 60],
      (p) => p.blocks[0].heightM - p.sources[0].heightM,
      (d, v, p) => {
        for (const b of d.blocks) b.heightM = round(p.sources[0].heightM + v);
      },
    ),
  ],
});

/** Beds of a block; `all` where its other blocks are alike. */
export const beds = (all = false): Question => {
  const each = (d: Draft<Plan>, set: (b: Fields) => void): void => {
    for (let i = 0; i < (all ? d.blocks.length : 1); i++) set(bedsOf(d, i));
  };
  const field = (
    name: string,
    label: string,
    kind: Asked['kind'],
    words: [string, string],
    bounds: [number, number],
  ) =>
    asked(
      label,
      kind,
      words,
      bounds,
      (p) => (p.blocks[0].beds as unknown as Record<string, number>)[name],
      (d, v) => each(d, (b) => void (b[name] = kind === 'count' ? Math.round(v) : v)),
    );
  return {
    id: 'beds',
    ask: all ? msg`How many beds has each, and how large?` : msg`How many beds, and how large?`,
    how: msg`Measure one bed with a tape or by paces; a run is one line of tape or dripline along a bed.`,
    picture: 'beds',
    fields: [
      field('count', msg`Number of beds`, 'count', [all ? msg`Each has` : msg`There are`, 'beds,'], [1, 500]),
      field('lengthM', msg`Length of a bed`, 'length', [msg`each`, msg`long`], [0.3, 500]),
      field('widthM', msg`Width of a bed`, 'width', [msg`and`, msg`wide,`], [0.1, 10]),
      field('runsPerBed', msg`Runs in a bed`, 'count', [msg`with`, msg`runs in each.`], [1, 8]),
    ],
  };
};

/** A tank's heights over the ground it stands on, and what it holds. */
export const tank: Question = {
  id: 'tank',
  ask: msg`How high does the water stand?`,
  how: msg`Measure from the ground up to the outlet, and from the outlet up to the water when it is full. Under a tank nothing but height gives pressure.`,
  picture: 'tank',
  fields: [
    asked(
      msg`Outlet above the ground`,
      'height',
      [msg`Its outlet is`, msg`above the ground;`],
      [0, 60],
      (p) => first(p).outletM,
      (d, v, p) => {
        const { highM, outletM } = first(p);
        Object.assign(sourceOf(d), {
          outletM: v,
          lowM: round(v + LOW_WATER_M),
          highM: round(v + highM - outletM),
        });
      },
      ['outletM', 'lowM'],
    ),
    asked(
      msg`Water above the outlet, full`,
      'height',
      [msg`full, the water stands`, msg`above the outlet.`],
      [0.06, 20],
      (p) => first(p).highM - first(p).outletM,
      (d, v, p) => void (sourceOf(d).highM = round(first(p).outletM + v)),
      ['highM'],
    ),
    ofSource('volumeL', msg`It holds`, 'volume', [msg`It holds`, msg`when full.`], [5, 5_000_000]),
  ],
};
/** The last of the water is left in a tank: dirt settles there. */
const LOW_WATER_M = 0.05;

/** A float holds the water in a canister at one height. */
export const float: Question = {
  id: 'float',
  ask: msg`How high does the float hold the water?`,
  how: msg`Measure from the ground where the canister stands up to the water in it. Raise or lower it to set the pressure.`,
  picture: 'tank',
  fields: [
    asked(
      msg`Held water above the ground`,
      'height',
      [msg`The float holds the water`, msg`above the ground.`],
      [0.05, 30],
      (p) => first(p).floatM,
      (d, v) => {
        const outletM = Math.max(0, round(v - CANISTER_DEPTH_M));
        Object.assign(sourceOf(d), { floatM: v, outletM, lowM: outletM, highM: v });
      },
      ['floatM', 'outletM', 'lowM', 'highM'],
    ),
  ],
};
const CANISTER_DEPTH_M = 0.25;

export const roof: Question = {
  id: 'roof',
  ask: msg`How large is the roof that fills it?`,
  how: msg`Pace the length and the width of the ground under the roof, eaves counted: its slope does not matter.`,
  picture: 'roof',
  fields: [ofSource('roofM2', msg`Roof`, 'area', [msg`The roof covers`, '.'], [1, 20_000])],
};

/** The switch of a pump with a pressure tank. */
export const pressureSwitch: Question = {
  id: 'switch',
  ask: msg`Where does the pump start and stop?`,
  how: msg`Open a tap a little and watch the gauge at the pressure tank: note where the pump starts, and where it stops. Leave the switch shut: its wires are a licensed electrician’s.`,
  picture: 'switch',
  fields: (
    [
      ['cutInKpa', msg`Pump starts at`, [msg`It starts at`, msg`and`]],
      ['cutOutKpa', msg`Pump stops at`, [msg`stops at`, '.']],
    ] as const
  ).map(([field, label, words]) =>
    asked(
      label,
      'pressure',
      [...words],
      [20, 1200],
      (p) => (p.sources[0] as unknown as { vessel: Record<string, number> }).vessel[field],
      (d, v) => void (within(sourceOf(d), 'vessel')[field] = v),
      ['vessel'],
    ),
  ),
};

export const depth: Question = {
  id: 'depth',
  ask: msg`How deep is the water while the pump runs, and what does the well give?`,
  how: msg`The driller’s sheet says both. Or let down a cord with a weight while the pump runs: it splashes at the water.`,
  picture: 'depth',
  fields: [
    asked(
      msg`Water under the ground`,
      'height',
      [msg`The water stands`, msg`under the ground;`],
      [0, 300],
      (p) => first(p).pumpingLevelM,
      (d, v, p) => {
        sourceOf(d).pumpingLevelM = v;
        const drop = within(sourceOf(d), 'drop');
        const { lengthM } = (p.sources[0] as unknown as { drop: { lengthM: number } }).drop;
        if (lengthM < v + PUMP_UNDER_M) drop.lengthM = v + PUMP_UNDER_M;
      },
      ['pumpingLevelM', 'drop'],
    ),
    ofSource('yieldLph', msg`Well gives`, 'flow', [msg`the well gives`, msg`day and night.`], [50, 200_000]),
  ],
};
/** A pump hangs this far under the water. */
const PUMP_UNDER_M = 3;

type CurveField = [
  field: string,
  label: string,
  kind: Asked['kind'],
  words: [string, string],
  bounds: [number, number],
];
/** Fields of a pump's curve, as it is known by one method; of tries the first is asked. */
function ofCurve(method: 'label' | 'bucket', fields: CurveField[]): Asked[] {
  return fields.map(([field, label, kind, words, bounds]) =>
    asked(
      label,
      kind,
      words,
      bounds,
      (p) => {
        const value = (p.sources[0] as unknown as { curve: Record<string, number | number[]> }).curve[field];
        return Array.isArray(value) ? value[0] : value;
      },
      (d, v) =>
        void Object.assign(within(sourceOf(d), 'curve'), { method, [field]: field === 'triesS' ? [v] : v }),
      ['curve'],
    ),
  );
}

/** A pump by its label: what it gives where it works best. */
export const pumpLabel: Question = {
  id: 'label',
  ask: msg`What does the pump’s label say?`,
  how: msg`Read its plate: power, flow and head. Where it shows two flows and heads, take the pair in the middle.`,
  picture: 'label',
  fields: ofCurve('label', [
    ['powerKw', msg`Power`, 'power', [msg`It has`, msg`and gives`], [0.05, 200]],
    ['labelLph', msg`Flow on the label`, 'flow', ['', msg`at a head of`], [50, 500_000]],
    ['labelM', msg`Head on the label`, 'height', ['', '.'], [1, 400]],
  ]),
};

/** A pump that nobody knows more of than what it fills a bucket with. */
export const pumpBucket: Question = {
  id: 'pump-bucket',
  ask: msg`How fast does the pump fill a bucket, and at what pressure?`,
  how: msg`Open a tap near the pressure tank just far enough that the pump runs on and its gauge stands still. Time the bucket, and read the gauge.`,
  picture: 'bucket',
  fields: ofCurve('bucket', [
    ['bucketL', msg`Bucket`, 'volume', [msg`A bucket of`, msg`fills in`], [1, 1000]],
    ['triesS', msg`Seconds to fill it`, 'time', ['', msg`while the gauge stays at`], [1, 3600]],
    ['bucketKpa', msg`Gauge meanwhile`, 'pressure', ['', '.'], [1, 1500]],
  ]),
};

export const lift: Question = {
  id: 'lift',
  ask: msg`How high does the pump stand above the water?`,
  how: msg`Measure from the water at its lowest up to the pump’s middle, and along the suction hose.`,
  picture: 'lift',
  fields: [
    asked(
      msg`Pump above the water`,
      'height',
      [msg`The pump stands`, msg`over the water,`],
      [-10, 9],
      (p) => first(p).liftM,
      (d, v, p) => {
        sourceOf(d).liftM = v;
        const { lengthM } = (p.sources[0] as unknown as { suction: { lengthM: number } }).suction;
        if (lengthM < v) within(sourceOf(d), 'suction').lengthM = v;
      },
      ['liftM'],
    ),
    asked(
      msg`Suction hose`,
      'length',
      [msg`on a suction hose of`, '.'],
      [0.5, 60],
      (p) => (p.sources[0] as unknown as { suction: { lengthM: number } }).suction.lengthM,
      (d, v) => void (within(sourceOf(d), 'suction').lengthM = v),
      ['suction'],
    ),
  ],
};

/** Inside of a tunnel. */
export const tunnel: Question = {
  id: 'tunnel',
  ask: msg`How large is the tunnel?`,
  how: msg`Measure its inside from wall to wall and from door to door.`,
  picture: 'beds',
  fields: (
    [
      ['widthM', msg`Width of the tunnel`, 'width', [msg`Inside it is`, msg`wide`], [1, 50]],
      ['lengthM', msg`Length of the tunnel`, 'length', [msg`and`, msg`long;`], [2, 300]],
    ] as const
  )
    .map(([field, label, kind, words, bounds]): Asked =>
      asked(
        label,
        kind,
        [...words],
        [...bounds],
        (p) => p.blocks[0].tunnel![field],
        (d, v) => void ((d.blocks[0].tunnel ??= {})[field] = v),
      ),
    )
    .concat(
      asked(
        msg`Width of a bed`,
        'width',
        [msg`its beds are`, 'wide.'],
        [0.1, 10],
        (p) => p.blocks[0].beds.widthM,
        (d, v) => void (bedsOf(d, 0).widthM = v),
      ),
    ),
};

/** Plants of a block in rows from the feed on. */
export const plants = (block: number, what: string): Question => {
  const laid = (p: FullPlan) => p.blocks[block].places!;
  const apartM = (p: FullPlan): number => {
    const [a, b] = laid(p).plants;
    return a && b ? round(Math.hypot(b.xM - a.xM, b.yM - a.yM)) : 1;
  };
  const row = (count: number, apart: number): Plant[] =>
    Array.from({ length: Math.round(count) }, (_, i) => ({
      id: String(i + 1),
      xM: round((i + 1) * apart),
      yM: 0,
    }));
  const put = (d: Draft<Plan>, count: number, apart: number): void =>
    void ((d.blocks[block].places ??= {}).plants = row(count, apart));
  return {
    id: `plants-${block}`,
    ask: msg`How many ${what}, and how far apart?`,
    how: msg`Count them, and pace from one to the next. Move them to their own places on the sheet later.`,
    picture: 'plants',
    fields: [
      asked(
        msg`How many`,
        'count',
        [msg`There are`, `${what},`],
        [1, 500],
        (p) => laid(p).plants.length,
        (d, v, p) => put(d, v, apartM(p)),
      ),
      asked(msg`How far apart`, 'width', ['', 'apart;'], [0.1, 30], apartM, (d, v, p) =>
        put(d, laid(p).plants.length, v),
      ),
      asked(
        msg`Spread of each`,
        'width',
        [msg`the leaves of each spread`, 'across.'],
        [0.1, 20],
        (p) => laid(p).spreadM,
        (d, v) => void ((d.blocks[block].places ??= {}).spreadM = v),
      ),
    ],
  };
};
