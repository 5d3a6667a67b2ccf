import { msg } from '../language';
import { LIES, material } from '../catalog/materials';
import type { ChangeMakers } from './types';
import { blockIn, layingIn, ofBlock } from './drafts';

type Laying =
  | 'lay-flow'
  | 'lay-bore'
  | 'lay-wall'
  | 'lay-spacing'
  | 'lay-material'
  | 'lay-alike'
  | 'lay-hole'
  | 'lay-tube'
  | 'lay-where'
  | 'lay-seasons'
  | 'runs'
  | 'plant-emitters';

/** Other things laid along the beds, or laid otherwise. */
export const LAYING: ChangeMakers<Laying> = {
  'lay-flow': {
    make: (draft, { block, tape, flowLph }) => void (layingIn(draft, block, tape).flowLph = flowLph),
    says: ({ block, flowLph }, full, show) =>
      msg`lay emitters of ${show(flowLph, 'emitterFlow')}${ofBlock(full, block)}`,
  },
  'lay-bore': {
    make(draft, { block, tape, boreMm }) {
      const laid = layingIn(draft, block, tape);
      laid.boreMm = boreMm;
      // Another tape has another label: its wall bears less the wider it is.
      delete laid.maxKpa;
    },
    says: ({ block, boreMm }, full, show) =>
      msg`lay the same with a bore of ${show(boreMm, 'bore')}${ofBlock(full, block)}`,
  },
  'lay-wall': {
    make(draft, { block, tape, wallMm }) {
      const laid = layingIn(draft, block, tape);
      laid.wallMm = wallMm;
      // What it holds follows from the wall.
      delete laid.maxKpa;
    },
    says: ({ block, wallMm }, full, show) =>
      msg`lay tape with a wall of ${show(wallMm, 'wall')}${ofBlock(full, block)}`,
  },
  'lay-spacing': {
    make(draft, { block, tape, spacingM, flowLph }) {
      const laid = layingIn(draft, block, tape);
      laid.spacingM = spacingM;
      laid.flowLph = flowLph;
    },
    says: ({ block, spacingM }, full, show) =>
      msg`lay emitters ${show(spacingM, 'spacing')} apart${ofBlock(full, block)}`,
  },
  'lay-material': {
    make(draft, { block, tape, material: kind }) {
      const laid = layingIn(draft, block, tape);
      const { lies, seasons } = laid;
      // The label is another's now; where it lies and for how long stays.
      const next = { kind, ...(lies && { lies }), ...(seasons && { seasons }) };
      for (const key of Object.keys(laid)) delete (laid as Record<string, unknown>)[key];
      Object.assign(laid, next);
    },
    says: ({ block, material: kind }, full) => msg`lay ${material(kind).name}${ofBlock(full, block)}`,
  },
  'lay-alike': {
    make(draft, { block }) {
      const single = blockIn(draft, block).beds?.single;
      if (!single) return;
      for (const bed of Object.values(single)) delete bed.tape;
    },
    says: ({ block }, full) => msg`lay the same in all beds${ofBlock(full, block)}`,
  },
  'lay-hole': {
    make(draft, { block, tape, holeMm }) {
      const laid = layingIn(draft, block, tape);
      laid.holeMm = holeMm;
      // What a hole gives follows from its drill.
      delete laid.flowLph;
      delete laid.atKpa;
      delete laid.exponent;
    },
    says: ({ block, holeMm }, full, show) =>
      msg`drill holes of ${show(holeMm, 'bore')}${ofBlock(full, block)}`,
  },
  'lay-tube': {
    make(draft, { block, tape, tubeM }) {
      const laid = layingIn(draft, block, tape);
      laid.tubeM = tubeM;
      delete laid.flowLph;
    },
    says: ({ block, tubeM }, full, show) =>
      msg`use microtubes of ${show(tubeM, 'length')}${ofBlock(full, block)}`,
  },
  'lay-where': {
    make(draft, { block, lies }) {
      layingIn(draft, block).lies = lies;
      const single = blockIn(draft, block).beds?.single ?? {};
      for (const { tape } of Object.values(single)) if (tape) layingIn(draft, block, tape).lies = lies;
    },
    says: ({ block, lies }, full) =>
      msg`lay it ${LIES.find((l) => l.id === lies)!.name}${ofBlock(full, block)}`,
  },
  'lay-seasons': {
    make: (draft, { block, tape, seasons }) => void (layingIn(draft, block, tape).seasons = seasons),
    says: ({ block, seasons }, full) =>
      msg`buy it again after ${seasons === 1 ? msg`one season` : msg`${seasons} seasons`}${ofBlock(full, block)}`,
  },
  runs: {
    make(draft, { block, runs, keys, straight }) {
      const beds = (blockIn(draft, block).beds ??= {});
      // Of no beds by name: the block's own number.
      if (keys.length === 0) {
        beds.runsPerBed = runs;
        if (straight) beds.passes = 1;
        return;
      }
      const single = { ...beds.single };
      for (const key of keys) single[key] = { ...single[key], runs, ...(straight && { passes: 1 }) };
      beds.single = single;
    },
    says: ({ block, runs, keys, straight }, full) =>
      msg`lay ${runs === 1 ? msg`one run` : `${runs} ${straight ? msg`straight runs` : msg`runs`}`} in ${keys.length === 0 ? msg`each bed` : keys.length === 1 ? msg`bed ${keys[0]}` : msg`${keys.length} beds`}${ofBlock(full, block)}`,
  },
  'plant-emitters': {
    make(draft, { block, emitters }) {
      const places = (blockIn(draft, block).places ??= {});
      places.emitters = emitters;
      // Those that say otherwise say fewer, or have what they need already.
      for (const plant of places.plants ?? [])
        if (plant.emitters !== undefined && plant.emitters < emitters) delete plant.emitters;
    },
    says: ({ block, emitters }, full) => msg`put ${emitters} emitters at each plant${ofBlock(full, block)}`,
  },
};
