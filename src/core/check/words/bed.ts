import type { FindingCode } from '../types';
import { percent, plural, type Telling } from './types';

const inBeds = (n: number): string => `in ${plural(n, 'bed')}`;

/** What lies in the beds against soil, crop, water and years, in words. */
export const BED_WORDS = {
  'material-uneven': (f) => ({
    title: `As made, ${f.names.what} is at best ${percent(f.measured)} even`,
    howMuch: `${percent(f.limit)} is wished. Its outlets scatter by ${percent(f.values.cv)} from one to the next, before any pressure is lost.`,
    why: 'No length is short enough and no header wide enough to mend what the outlets themselves scatter.',
    tries: ['lay tape or dripline', 'wish for less, where the crop forgives it'],
  }),
  'material-water': (f) => ({
    title: `${f.names.what.charAt(0).toUpperCase()}${f.names.what.slice(1)} does not suit ${f.names.water} water`,
    howMuch: f.values.porous
      ? 'Its pores close within a season or two, the far end first.'
      : 'Passages of so small a flow close with what falls out of this water.',
    why: 'A filter holds back what floats; lime and iron come out of the water itself, after it.',
    tries: f.values.porous
      ? ['lay tape or dripline']
      : ['lay something of higher flow', 'let the water stand in the air and settle first'],
  }),
  'tape-curved': (f) => ({
    title: `Tape round curves ${inBeds(f.values.beds)}`,
    howMuch: 'Flat tape kinks where it turns, and a kink is a shut valve.',
    why: 'It is made for straight lines under a little tension.',
    tries: ['lay dripline, which bends'],
  }),
  'tape-pecked': (f) => ({
    title: `Tape on bare ground ${inBeds(f.values.beds)}`,
    howMuch: 'Nothing lies over it.',
    why: 'Birds peck at thin tape for water, wind moves it, and the sun stretches it: it must be pulled tight again in the first week.',
    tries: ['lay it under mulch or ground cover', 'bury it a hand’s breadth deep', 'lay dripline'],
  }),
  'wears-out': (f, show) => ({
    title: `It is to last ${plural(f.measured, 'season')}; ${f.values.tape ? `tape with a wall of ${show(f.values.wallMm, 'wall')}` : f.names.what} commonly lasts ${f.limit}`,
    howMuch: `${plural(f.margin, 'season')} more than is usual.`,
    why: 'Thin walls crease and leak when they are rolled up and laid again; rubber and small outlets age.',
    tries: ['use a thicker wall', 'lay dripline', 'plan to buy it anew'],
  }),
  'runs-uphill': (f, show) => ({
    title: `${f.values.runs} of ${plural(f.values.ofRuns, 'run')} climb away from the header`,
    howMuch: `The steepest by ${show(f.measured, 'slope')}; up to ${show(f.limit, 'slope')} hardly matters.`,
    why: 'Rise and friction add up against the far emitters. Downhill they work against each other.',
    tries: [
      'lay the header along the upper ends',
      'turn the beds along the contour',
      'lay compensating dripline',
    ],
  }),
  'spacing-wide': (f, show) => ({
    title: `Emitters too far apart ${inBeds(f.values.beds)}`,
    howMuch: `They stand ${show(f.measured, 'spacing')} apart; on ${f.names.soil} one wets about ${show(f.values.stripM, 'spacing')}${f.values.plantM > 0 ? `, and ${f.names.crop} stand ${show(f.values.plantM, 'spacing')} apart` : ''}.`,
    why: 'Between the wetted rounds the row stays dry, and plants stand there too.',
    tries: ['lay a closer spacing', 'add mulch or compost, which spread the water'],
  }),
  'strips-apart': (f, show) => ({
    title: `Dry ground between the runs ${inBeds(f.values.beds)}`,
    howMuch: `${plural(f.values.runs, 'run')} of about ${show(f.values.stripM, 'spacing')} on ${f.names.soil} wet ${percent(f.measured)} of a ${show(f.values.widthM, 'width')} bed; ${f.names.crop} want ${percent(f.limit)}.`,
    why: 'Seed comes up only where it is wet.',
    tries: [`lay ${plural(f.values.wantRuns, 'run')} in each`, 'wet the bed overhead until it is up'],
  }),
  'runs-few': (f, show) => ({
    title: `Too few runs ${inBeds(f.values.beds)}`,
    howMuch: `${plural(f.values.runs, 'run')} of about ${show(f.values.stripM, 'spacing')} on ${f.names.soil} wet ${percent(f.measured)} of a ${show(f.values.widthM, 'width')} bed; ${percent(f.limit)} is the least that is usual.`,
    why: 'Roots keep to wet ground: with little of it they run short of water and food within a day.',
    tries: [`lay ${plural(f.values.wantRuns, 'run')} in each`],
  }),
  'runs-many': (f, show) => ({
    title: `More runs than the soil needs ${inBeds(f.values.beds)}`,
    howMuch: `${plural(f.values.runs, 'run')} of about ${show(f.values.stripM, 'spacing')} on ${f.names.soil} in a bed of ${show(f.values.widthM, 'width')}: their strips lie over each other.`,
    why: 'The same ground is watered twice, and tape and flow are spent on it.',
    tries: [`lay ${plural(f.values.wantRuns, 'run')} in each`],
  }),
  puddles: (f, show) => ({
    title: `Water stands and runs off ${inBeds(f.values.beds)}`,
    howMuch: `On ${f.names.soil} an emitter of ${show(f.values.flowLph, 'emitterFlow')} ends in a puddle ${show(f.measured, 'spacing')} about it; ${show(f.limit, 'spacing')} keeps it on the bed${f.values.steep ? ' on this slope' : ''}.`,
    why: 'It gives faster than the soil takes: the rest runs into the path, and the soil caps.',
    tries: ['lay something of lower flow', 'water in short pulses with rests', 'work compost in, and mulch'],
  }),
} satisfies Partial<Record<FindingCode, Telling>>;
