import type { FindingCode } from '../types';
import { percent, type Telling } from './types';

const WATER = 'Pump and well electrics are work for a licensed electrician.';

/** Sources, pumps and what is in the water, in words. */
export const SOURCE_WORDS = {
  'no-relief': (f, show) => ({
    title: 'Nothing stops the pump against shut valves',
    howMuch: `With neither tank and switch nor relief valve it comes to ${show(f.measured, 'pressure')} when every valve is shut.`,
    why: f.values.well
      ? 'A well pump that cannot let go bursts tape and fittings and burns out.'
      : 'A pump against shut valves boils its own water and bursts the weakest joint.',
    tries: ['put in a pressure tank with a switch', 'put a relief valve first in the head', WATER],
  }),
  'short-when-dirty': (f, show) => ({
    title: 'Enough while the filter is clean, short when it is due',
    howMuch: `Due for cleaning it takes ${show(f.values.dirtyKpa, 'pressure')} more. At that pressure the source gives ${show(f.limit, 'flow')}; ${show(f.measured, 'flow')} is asked.`,
    why: 'A filter is cleaned when its drop has grown, not before: the beds get less and less until then.',
    tries: [
      'use a larger filter',
      'water fewer beds at once',
      'clean it sooner: by the gauges before and after it',
    ],
  }),
  'allowance-high': (f) => ({
    title: `Planned on ${percent(f.measured)} of the measured flow`,
    howMuch: `${percent(f.limit)} is usual.`,
    why: 'Sources weaken in the dry season, neighbours draw, and gauges err: what is measured once is not there every day.',
    tries: [`plan on ${percent(f.limit)}`],
  }),
  'suction-high': (f, show) => ({
    title:
      f.measured < f.limit
        ? 'The pump stands too high over the water'
        : 'The pump stands high over the water',
    howMuch: `It has ${show(f.measured, 'height')} of suction head left and wants ${show(f.limit, 'height')}, half a metre of it in reserve. It stands ${show(f.values.liftM, 'height')} over the water; ${show(f.values.highestM, 'height')} would do.`,
    why: 'Only the air’s weight pushes water up a suction pipe. When it runs short the water boils in the pump: it rattles, loses prime and is eaten away.',
    tries: ['set the pump lower and nearer', 'use a wider or shorter suction pipe', 'use a submerged pump'],
  }),
  'no-foot-valve': (f, show) => ({
    title: 'No foot valve on the suction pipe',
    howMuch: `The pump stands ${show(f.measured, 'height')} over the water and nothing holds the water up when it stops.`,
    why: 'It has to be primed anew each time, and runs dry when that is forgotten.',
    tries: ['put a foot valve with a strainer on the suction pipe'],
  }),
  'never-stops': (f, show) => ({
    title: 'The pump cannot reach the pressure that stops it',
    howMuch: `The switch stops it at ${show(f.measured, 'pressure')}; with nothing drawn it does not come to that.`,
    why: 'It runs day and night, heating the water it stands in.',
    tries: ['set the switch lower', 'use a pump with more head'],
  }),
  'short-cycling': (f, show) => ({
    title: 'The pump starts too often',
    howMuch: `At ${show(f.values.flowLph, 'flow')} it starts ${Math.round(f.measured)} times an hour and runs ${show(f.values.runS, 'time')} each time; ${f.limit} starts and ${show(f.values.leastRunS, 'time')} are usual limits. The tank gives ${show(f.values.drawdownL, 'volume')} between starts.`,
    why: 'Each start heats the motor and wears switch and pump: short cycling ruins it.',
    tries: [
      `draw nearer to the ${show(f.values.cutInLph, 'flow')} that the pump gives, so that it runs on`,
      'use a larger pressure tank, or a second beside it',
      'widen the switch’s band',
    ],
  }),
  'over-yield': (f, show) => ({
    title: 'The well is drawn harder than it refills',
    howMuch: `${show(f.measured, 'flow')} is drawn; of its ${show(f.values.yieldLph, 'flow')}, ${percent(f.values.allowance)} (${show(f.limit, 'flow')}) is to be planned on.`,
    why: 'The level sinks through a long set until the pump sucks air.',
    tries: ['water fewer beds at once', 'water in shorter sets with rests', 'store water in a tank'],
  }),
  'booster-starved': (f, show) => ({
    title: 'The booster’s cut-out stops it',
    howMuch: `At ${show(f.values.flowLph, 'flow')} only ${show(f.measured, 'pressure')} is left before it; it stops under ${show(f.limit, 'pressure')}.`,
    why: 'A booster adds pressure, not water: it draws a weak source down until pipes collapse or neighbours run dry.',
    tries: [
      'water fewer beds at once',
      'use a wider pipe before the booster',
      'fill a tank and pump from that',
    ],
  }),
  'booster-limits': (f, show) => ({
    title:
      f.kind === 'flow'
        ? 'More flows than the booster may pass'
        : 'Shut valves drive the booster over its high cut-out',
    howMuch: `${show(f.measured, f.kind)}; its limit is ${show(f.limit, f.kind)}.`,
    why:
      f.kind === 'flow'
        ? 'Beyond its greatest flow its motor is overloaded.'
        : 'Its cut-out then stops it each time, and what stands behind it must bear that pressure.',
    tries:
      f.kind === 'flow'
        ? ['water fewer beds at once', 'use a larger booster']
        : [
            'use a variable-speed booster',
            'set a relief or regulating valve after it',
            'set the cut-out higher, if the parts allow',
          ],
  }),
  'backup-joins': (f) => ({
    title: 'The backup joins the same pipes unguarded',
    howMuch: `${f.names.other} joins where ${f.names.source} feeds${f.values.valve ? '' : ', with no valve to shut the one off from the other'}${f.values.backflow ? '' : `${f.values.valve ? ',' : ' and'} with no backflow preventer of its own`}.`,
    why: f.values.mains
      ? 'Tank, pond or well water would run into the mains, or the mains into the tank. It is law on most public supplies to keep them apart; local rules and licensed plumbers decide how.'
      : 'One source would run into the other.',
    tries: [
      ...(f.values.valve ? [] : ['put a valve on each, and shut the one not in use']),
      ...(f.values.backflow ? [] : ['put a proper backflow preventer on the backup']),
    ],
  }),
  'tested-wet': () => ({
    title: 'The source was measured in the wet season',
    howMuch: 'Wells and springs sink and neighbours draw when it is dry and you need it most.',
    why: 'What it gives in spring it may not give in August.',
    tries: ['measure again in the dry season', 'plan on a smaller share until then'],
  }),
  'water-avoid': (f) => ({
    title: `What ${f.names.water} water asks for`,
    howMuch: f.names.cleaning,
    why: `Leave alone: ${f.names.avoid.charAt(0).toLowerCase()}${f.names.avoid.slice(1)}`,
    tries: [],
  }),
} satisfies Partial<Record<FindingCode, Telling>>;
