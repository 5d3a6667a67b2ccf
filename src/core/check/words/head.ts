import type { FindingCode } from '../types';
import type { Telling } from './types';

const LOCAL = 'Local water rules and licensed plumbers decide what yours needs.';

/** The head, parts at a block's inlet, and the main, in words. */
export const HEAD_WORDS = {
  'lane-crossed': (f, show) => ({
    title: f.values.through
      ? `A pipe runs through the ${f.names.thing}`
      : f.values.flat
        ? `Flat hose lies across the ${f.names.thing}`
        : `A pipe goes under the ${f.names.thing}`,
    howMuch: `${show(f.measured, 'length')} of it lies there.`,
    why: f.values.through
      ? 'A pipe goes round a building, or through its wall in a sleeve.'
      : f.values.flat
        ? 'Flat hose cannot be buried; full of water it is cut by wheels.'
        : 'Under wheels a pipe is laid in a trench. Have buried cables and pipes located before digging.',
    tries: f.values.through
      ? ['put a corner into the pipe and lead it round']
      : f.values.flat
        ? ['lay this piece of buried polyethylene', 'lead it round']
        : ['bury this piece, in a sleeve where lorries cross'],
  }),
  'regulator-starved': (f, show) => ({
    title: 'The regulator is starved',
    howMuch: `It lets ${show(f.measured, 'pressure')} out of its set ${show(f.limit, 'pressure')}; ${show(f.values.inletKpa, 'pressure')} reaches it at ${show(f.values.flowLph, 'flow')}.`,
    why: 'A regulator passes at most its set pressure and needs more than that before it, for its own loss.',
    tries: [
      'water fewer beds at once',
      'use a wider main or hose',
      'choose a lower set pressure, if the tape’s window allows',
    ],
  }),
  'regulator-range': (f, show) => ({
    title: f.values.under ? 'Too little flows through the regulator' : 'Too much flows through the regulator',
    howMuch: `${show(f.measured, 'flow')} flows through the ${f.names.part}; it regulates ${f.values.under ? 'from' : 'up to'} ${show(f.limit, 'flow')}.`,
    why: f.values.under
      ? 'Below its least flow a regulator hunts or lets too much pressure through.'
      : 'Above its greatest flow a regulator loses pressure that the beds then lack.',
    tries: f.values.under
      ? ['use a regulator for lower flows', 'water more beds at once']
      : ['use a regulator for higher flows', 'water fewer beds at once', 'set one at each block'],
  }),
  'regulator-uphill': (f, show) => ({
    title: 'The regulator stands far uphill of its block',
    howMuch: `Below it the ground falls by ${show(f.values.fallM, 'height')}, which adds ${show(f.measured, 'pressure')} to its set ${show(f.values.setKpa, 'pressure')}.`,
    why: 'A regulator settles the pressure where it stands; every metre of fall after it adds a tenth of a bar.',
    tries: ['set a regulator at the block', 'choose a lower set pressure'],
  }),
  'no-backflow': (f) => ({
    title: 'No backflow preventer',
    howMuch: f.values.mains
      ? `The head draws on mains water${f.values.feeding ? ' and feed is given' : ''}, and nothing keeps water from running back.`
      : f.values.feeding
        ? 'Feed is given, and nothing keeps it from running back into the source.'
        : 'Nothing keeps the water in the pipes from running back into the source when the pump stops.',
    why: `When the pressure in the street or the well falls, water in the beds is sucked back. It is law on most public supplies, and always when feeding. ${LOCAL}`,
    tries:
      f.values.mains || f.values.feeding
        ? ['put a backflow preventer first in the head, after the shut-off valve']
        : ['put a check valve after the pump', 'or a backflow preventer'],
  }),
  'backflow-weak': (f) => ({
    title: 'This backflow preventer is seldom enough for feeding',
    howMuch: `Feed is given on mains water behind a ${f.names.part}.`,
    why: `Feeds count as a hazard: many rules ask for a reduced-pressure device or a broken tank. ${LOCAL}`,
    tries: ['ask the water company', 'use a reduced-pressure device', 'fill a tank through open air'],
  }),
  'injector-above-backflow': (f) => ({
    title: 'Feed is given above the backflow preventer',
    howMuch: `The ${f.names.injector} stands before the ${f.names.preventer}.`,
    why: 'What is injected there can run back into the source: the preventer guards only what lies before it.',
    tries: ['move the injector below the backflow preventer'],
  }),
  'injector-below-filter': (f) => ({
    title: 'Feed is given below the filter',
    howMuch: `The ${f.names.injector} stands after the ${f.names.filter}.`,
    why: 'Crumbs and slime of the feed go straight into the emitters. Between backflow preventer and filter they are caught.',
    tries: ['move the injector above the filter'],
  }),
  'filter-above-separator': (f) => ({
    title: 'A filter stands before the sand separator',
    howMuch: `The ${f.names.filter} comes before the ${f.names.separator}.`,
    why: 'It is filled and ground by the sand that the separator is there to take out.',
    tries: ['move the separator first'],
  }),
  'no-filter': (f) => ({
    title: 'No filter',
    howMuch: `The water is ${f.names.water}; nothing catches what is in it.`,
    why: 'Dirty water plugs an unfiltered tape in a day; even clean water carries scale and grit.',
    tries: [`put in a ${f.names.kind} of at least ${f.limit} mesh`],
  }),
  'filter-unfit': (f) => ({
    title: f.values.wrong
      ? `The ${f.names.filter} does not suit ${f.names.water} water`
      : f.values.coarse
        ? `The filter is too coarse for ${f.names.water} water`
        : `${f.names.water.charAt(0).toUpperCase()}${f.names.water.slice(1)} water wants a ${f.names.before} first`,
    howMuch: f.values.coarse
      ? `Its finest mesh is ${f.measured}; at least ${f.limit} is wanted.`
      : `For it: ${f.names.before ? `a ${f.names.before}, then a ` : ''}${f.names.kinds} of at least ${f.limit} mesh.`,
    why: f.names.avoid,
    tries: [
      ...(f.names.before ? [`put a ${f.names.before} before the filter`] : []),
      ...(f.values.wrong || f.values.coarse
        ? [`change it for a ${f.names.kinds} of ${f.limit} mesh or finer`]
        : []),
    ],
  }),
  'flow-over-rating': (f, show) => ({
    title: `More flows through the ${f.names.part} than it is made for`,
    howMuch: `${show(f.measured, 'flow')} flows; its rating is ${show(f.limit, 'flow')}.`,
    why: 'Beyond its rating a filter presses dirt through, a meter wears and reads wrong, a valve chatters, and each eats pressure.',
    tries: ['use the next size', 'water fewer beds at once'],
  }),
  'flow-under-rating': (f, show) => ({
    title: `Too little flows for the ${f.names.part}`,
    howMuch: `${show(f.measured, 'flow')} flows; it works from ${show(f.limit, 'flow')}.`,
    why: 'A separator must spin to throw sand out; a meter or injector needs flow to turn.',
    tries: ['use the next smaller size', 'water more beds at once'],
  }),
  'needs-pressure': (f, show) => ({
    title: `The ${f.names.part} has too little pressure to work`,
    howMuch: `${show(f.measured, 'pressure')} stands before it; it needs ${show(f.limit, 'pressure')}.`,
    why: f.values.tank
      ? 'Diaphragm valves open by the water’s own pressure. Under a tank there is not enough of it.'
      : 'It opens, or sucks, by the water’s own pressure.',
    tries: ['use a zero-pressure (motor) valve or timer', 'raise the pressure before it'],
  }),
  'over-rated': (f, show) => ({
    title: `The ${f.names.what} stands more than it is rated for`,
    howMuch: `With nothing drawn ${show(f.measured, 'pressure')} stands in it; it is rated for ${show(f.limit, 'pressure')}.`,
    why: 'It holds for a while, and bursts at night when every valve is shut.',
    tries: ['use a stronger part', 'put a regulator or a relief valve before it'],
  }),
  surge: (f, show) => ({
    title: 'A slammed valve would overload the main',
    howMuch: `Water at ${show(f.values.velocity, 'velocity')} stopped at once adds ${show(f.values.surgeKpa, 'pressure')}: ${show(f.measured, 'pressure')} on a ${f.names.what} rated for ${show(f.limit, 'pressure')}.`,
    why: 'Ball valves and solenoids slam; the wave runs back through the pipe faster than a car.',
    tries: ['open and shut slowly', 'use a gate or motor valve', 'use a wider pipe'],
  }),
  'fast-water': (f, show) => ({
    title: `Water runs fast in the ${f.names.what}`,
    howMuch: `${show(f.measured, 'velocity')} at ${show(f.values.flowLph, 'flow')}; ${show(f.limit, 'velocity')} is the usual limit.`,
    why: 'Fast water eats pressure with its square, and strikes harder when it is stopped.',
    tries: ['use the next wider pipe', 'water fewer beds at once'],
  }),
  'no-vent': (f, show) => ({
    title: `No air vent at ${f.names.where}, a high point`,
    howMuch: `It stands at ${show(f.measured, 'height')}, the pipe beside it at most at ${show(f.limit, 'height')}.`,
    why: 'Air gathers at high points and throttles the flow; when the pipe drains, the vacuum sucks soil into the emitters.',
    tries: ['put an air vent there'],
  }),
  'ends-unlike': (f) => ({
    title: `The ${f.names.before} and the ${f.names.after} do not meet`,
    howMuch: `One ends in ${f.names.outEnd}, the other begins with ${f.names.inEnd}.`,
    why: 'Each change of size or joint is a part to buy, and one more place to leak.',
    tries: [`put in an adaptor from ${f.names.outEnd} to ${f.names.inEnd}`],
  }),
  'no-gauges': (f) => ({
    title: 'No pair of gauges at the filter',
    howMuch:
      f.values.before || f.values.after
        ? `There is a gauge ${f.values.before ? 'before' : 'after'} the ${f.names.filter}, none ${f.values.before ? 'after' : 'before'} it.`
        : `There is none before or after the ${f.names.filter}.`,
    why: 'Only the difference of two gauges says that it wants cleaning, and later whether a weak block is dirt or a leak.',
    tries: ['put a gauge before and one after it, or a tapping for one gauge on each side'],
  }),
} satisfies Partial<Record<FindingCode, Telling>>;
