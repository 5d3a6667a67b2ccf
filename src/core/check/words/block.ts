import type { FindingCode } from '../types';
import { percent, plural, type Telling } from './types';

/** Beds, runs, headers and the flow they ask for, in words. */
export const BLOCK_WORDS = {
  'flow-short': (f, show) => ({
    title:
      f.limit > 0
        ? `The source is ${show(f.values.short, 'flow')} short`
        : `The source cannot reach the ${show(f.values.neededKpa, 'pressure')} this takes`,
    howMuch:
      f.limit > 0
        ? `The beds ask for ${show(f.measured, 'flow')}; at the ${show(f.values.neededKpa, 'pressure')} that takes, the source gives ${show(f.limit, 'flow')} with the allowance taken off.`
        : `The beds ask for ${show(f.measured, 'flow')} at ${show(f.values.neededKpa, 'pressure')}; shut, the source stands at ${show(f.values.shutKpa, 'pressure')}.`,
    why: 'A source gives less the more pressure is asked of it. The flow into an open bucket comes at no pressure at all and is not there behind a regulator.',
    tries: [
      'water fewer beds at once',
      'lay a lower-flow tape',
      'use a wider main or hose',
      'choose a lower set pressure, if the tape’s window allows',
    ],
  }),
  'set-beds-gone': (f) => ({
    title: `${f.names.set} names ${plural(f.measured, 'bed')} that ${f.measured === 1 ? 'is' : 'are'} not there`,
    howMuch: `Bed ${f.names.beds} of this block: nothing opens for ${f.measured === 1 ? 'it' : 'them'}.`,
    why: 'The beds were removed, or the block now has fewer, after the set was made.',
    tries: ['put the beds that are there into sets again', 'rebuild the sets'],
  }),
  'emitters-dry': (f, show) => ({
    title: `Dry emitters in ${plural(f.values.beds, 'bed')}`,
    howMuch: `Before the end of the worst run nothing is left of the pressure; ${show(f.limit, 'pressure')} is needed there. ${f.values.beds} of ${f.values.ofBeds} beds have dry emitters.`,
    why: 'The pipes, the emitters nearer the water and the rise of the ground take all there is.',
    tries: [
      'water fewer beds at once',
      'lay something of lower flow',
      'feed the header from its middle',
      'use a wider header or main',
      'raise the set pressure or the tank',
    ],
  }),
  'emitter-under': (f, show) => ({
    title: `Emitters under their window in ${plural(f.values.beds, 'bed')}`,
    howMuch: `The weakest emitter gets ${show(f.measured, 'pressure')}; ${show(f.limit, 'pressure')} is needed. ${f.values.beds} of ${f.values.ofBeds} beds fall under it.`,
    why: 'Below their window emitters drip unevenly, and what little pressure there is goes to those nearest the water.',
    tries: [
      'water fewer beds at once',
      'lay something of lower flow',
      'feed the header from its middle',
      'use a wider header or main',
      'raise the set pressure or the tank',
    ],
  }),
  'emitter-over': (f, show) => ({
    title: `Tape above its working pressure in ${plural(f.values.beds, 'bed')}`,
    howMuch: `The strongest emitter stands at ${show(f.measured, 'pressure')} while watering; the tape holds ${show(f.limit, 'pressure')}.`,
    why: 'Above its working pressure tape swells, sprays at the take-offs and bursts.',
    tries: ['put in a regulator, or set it lower', 'lay tape with a thicker wall'],
  }),
  'burst-at-rest': (f, show) => ({
    title: 'Tape bursts when nothing draws',
    howMuch: `At rest the lowest tape stands at ${show(f.measured, 'pressure')}; it holds ${show(f.limit, 'pressure')}.`,
    why: f.values.regulated
      ? 'The regulator’s set pressure, and what the ground adds below it, are more than the tape’s wall holds.'
      : `Nothing holds the source’s shut pressure of ${show(f.values.shutKpa, 'pressure')} back once the beds are full or a valve is closed: at night, or while the emitters still fill.`,
    tries: f.values.regulated
      ? ['choose a lower set pressure', 'lay tape with a thicker wall']
      : ['put a regulator before the tape'],
  }),
  'run-too-long': (f, show) => ({
    title: `${plural(f.values.runs, 'run')} longer than this tape carries`,
    howMuch: `The worst run is ${show(f.measured, 'length')} long and ${percent(f.values.uniformity)} even; ${show(f.limit, 'length')} keeps ${percent(f.values.wished)} from the pressure it starts with.`,
    why: 'Each emitter takes its share and the pipe rubs off pressure; past this length the far emitters give too much less than the first.',
    tries: [
      'lay a lower-flow tape',
      'move the header to the middle of the beds',
      'lay a wider tape',
      'split the beds between two headers',
    ],
  }),
  'thin-line-long': (f, show) => ({
    title: `${plural(f.values.runs, 'quarter-inch line')} longer than the bore carries`,
    howMuch: `The worst is ${show(f.measured, 'length')} long and ${percent(f.values.uniformity)} even; ${show(f.limit, 'length')} keeps ${percent(f.values.wished)} from the pressure it starts with.`,
    why: 'A bore of a few millimetres rubs off in metres what half-inch line loses in a field’s length.',
    tries: [
      'use half-inch dripline',
      'move the header to the middle of the beds',
      'split the beds between two headers',
    ],
  }),
  'header-small': (f, show) => ({
    title: `The header takes ${percent(f.values.share)} of the pressure it is fed`,
    howMuch: `${show(f.measured, 'pressure')} is rubbed off in a bore of ${show(f.values.boreMm, 'bore')} at ${show(f.values.flowLph, 'flow')}; up to ${show(f.limit, 'pressure')} is usual. It is ${percent(f.values.shareOfBlock)} of all that is lost in the block.`,
    why: 'The far beds start with what the header leaves them.',
    tries: ['water fewer beds at once', 'feed the header from its middle', 'use the next wider header'],
  }),
  'main-eats': (f, show) => ({
    title: `The main takes ${percent(f.values.share)} of the source’s pressure`,
    howMuch: `${show(f.measured, 'pressure')} is rubbed off over ${show(f.values.lengthM, 'length')} of ${show(f.values.boreMm, 'bore')} bore at ${show(f.values.flowLph, 'flow')}; up to ${show(f.limit, 'pressure')} is bearable.`,
    why: 'Friction rises steeply as a pipe gets thinner: the next size up loses about a third as much.',
    tries: ['use the next wider pipe or hose', 'water fewer beds at once', 'bring the source nearer'],
  }),
  'block-uneven': (f, show) => ({
    title: `The block waters ${percent(f.measured)} evenly`,
    howMuch: `${percent(f.limit)} is wished. Runs start at anything from ${show(f.values.lowKpa, 'pressure')} to ${show(f.values.highKpa, 'pressure')}.`,
    why: 'Each run is even enough in itself; the ground and the header give them unlike pressures to start with.',
    tries: ['use a wider header', 'feed the header from its middle', 'lay the header on level ground'],
  }),
  'farm-uneven': (f, show) => ({
    title: `${f.values.blocks} blocks of one material water ${percent(f.measured)} evenly together`,
    howMuch: `${percent(f.limit)} is wished. Emitters give from ${show(f.values.minLph, 'emitterFlow')} to ${show(f.values.maxLph, 'emitterFlow')} from block to block.`,
    why: 'Each block is even in itself, but they start at unlike pressures: the same minutes put on unlike water.',
    tries: [
      'give each block a regulator of its own',
      'set the regulators alike',
      'give the blocks unlike times',
    ],
  }),
  'beds-unlike': (f, show) => ({
    title: 'Unlike things lie in beds that open together',
    howMuch: `Per length they give from ${show(f.values.leastLphPerM, 'flowPerLength')} to ${show(f.values.mostLphPerM, 'flowPerLength')}, ${f.measured.toFixed(1)} times as much.`,
    why: 'One valve gives them the same minutes: either the one is over-watered or the other stays dry.',
    tries: ['lay the same in all beds of the block', 'put a valve at each take-off and water them in turn'],
  }),
} satisfies Partial<Record<FindingCode, Telling>>;
