import type { KindName } from '../units';

/** What is found of sets and timing: it carries numbers and names; `tellProblem` puts them into words. */
export interface SetProblem {
  code: ProblemCode;
  grade: 'stop' | 'mend' | 'mind';
  /** The set, by its id, where it is about one. */
  set?: string;
  values: Record<string, number>;
  names: Record<string, string>;
}

export const PROBLEM_CODES = [
  'set-over',
  'set-fault',
  'set-mend',
  'beds-unset',
  'set-empty',
  'never-fills',
  'need-none',
  'hours-none',
  'person-none',
  'day-short',
  'clash-overlap',
  'clash-pump',
  'clash-person',
  'shorter-than-fill',
  'planted-late',
  'over-before',
  'weather-gaps',
  'yield-short',
  'cycles-often',
  'tank-dry',
  'unlike-needs',
  'past-roots',
  'days-apart',
  'drains-much',
  'feed-long',
  'feed-strong',
  'feed-pressure',
  'feed-nowhere',
] as const;
export type ProblemCode = (typeof PROBLEM_CODES)[number];

const GRADES = ['stop', 'mend', 'mind'];
export const byWeight = (a: SetProblem, b: SetProblem): number =>
  GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade) ||
  PROBLEM_CODES.indexOf(a.code) - PROBLEM_CODES.indexOf(b.code);

type Show = (value: number, kind: KindName) => string;
type Clock = (minute: number) => string;

const minutes = (v: number): string => {
  const m = Math.max(1, Math.round(v));
  return m < 120 ? `${m} min` : `${Math.floor(m / 60)} h ${String(m % 60).padStart(2, '0')}`;
};
const times = (v: number): string => `${Math.round(v * 100)} %`;
const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

type Words = (p: SetProblem, show: Show, clock: Clock) => string;

const WORDS: Record<ProblemCode, Words> = {
  'set-over': ({ names, values }, show) =>
    `${names.set} asks for ${show(values.asks, 'flow')}; the source gives ${show(values.gives, 'flow')} at the pressure that takes. Take beds out of it, or make the sets anew.`,
  'set-fault': ({ names }) => `${names.set}: ${names.fault}. Open it and look at Check.`,
  'set-mend': ({ names, values }) =>
    `With ${names.set} open: ${names.first}${values.more > 0 ? `, and ${values.more} more` : ''}. Open it and look at Check${values.apart ? '; or let unlike beds water together and make the sets anew' : ''}.`,
  'beds-unset': ({ values, names }) =>
    `${count(values.beds, 'bed')} in no set (${names.beds}): nothing waters ${values.beds === 1 ? 'it' : 'them'}. Paint them into a set, or let them rest.`,
  'set-empty': ({ names }) => `${names.set} has no bed that waters.`,
  'never-fills': ({ names }) =>
    `${names.set} never comes to pressure: its pipes lose by dripping what the source puts in. Open fewer beds at once.`,
  'need-none': ({ names }) =>
    `${names.set} needs no water by the rule that is set: nothing is planned for it. Look at the need, the planting dates and the rain.`,
  'hours-none': () =>
    'The hours in which water may run are nought: nothing can be opened. Give an end later than the beginning.',
  'person-none': () => 'Valves are turned by hand, but nobody is there in the hours in which water may run.',
  'day-short': ({ values }) =>
    `The day is too short: the sets take ${minutes(values.takes)}, and water may run for ${minutes(values.has)}. ${count(values.homeless, 'start')} found no place. Give more hours, open more beds at once, or water on more days.`,
  'clash-overlap': ({ names }) =>
    `${names.set} opens while another set runs. Drag it along the day, or let the day be laid out anew.`,
  'clash-pump': ({ names }) => `${names.set} runs outside the hours in which water may run.`,
  'clash-person': ({ names }) => `${names.set} is to be opened or shut when nobody is there.`,
  'shorter-than-fill': ({ names, values }) =>
    `${names.set} is given ${minutes(values.minutes)}, and filling alone takes ${minutes(values.fill)}: its far beds get next to nothing.`,
  'planted-late': ({ names }) =>
    `${names.crop} is planted on ${names.planted}, after the season ends: it is not watered at all.`,
  'over-before': ({ names }) =>
    `${names.crop}, planted on ${names.planted}, is over on ${names.until}, before the season begins: it is not watered at all.`,
  'weather-gaps': ({ values }) =>
    `${count(values.gaps, 'day')} of the season have no weather: they count as hot days of the typed reference.`,
  'yield-short': ({ values }, show) =>
    `A week of this takes ${show(values.takes, 'volume')}; the well gives ${show(values.gives, 'volume')} in a week, the allowance taken off.`,
  'cycles-often': ({ names, values }) =>
    `While ${names.set} runs the pump starts ${Math.round(values.starts)} times an hour; over ${Math.round(values.most)} wears it out. Open more beds at once, or fit a larger pressure tank.`,
  'tank-dry': ({ names, values }, show, clock) =>
    `Without rain the tank fails on day ${values.day}, at ${clock(values.minute)}, while ${names.set} waters: ${values.empty ? 'the water is down to the outlet' : `the water stands ${show(values.level, 'height')} over its foot and the weakest emitter leaves its window`}.`,
  'unlike-needs': ({ names, values }) =>
    `${names.set} waters unlike beds: ${names.least} get ${times(values.least)} of what they need, ${names.most} ${times(values.most)}.`,
  'past-roots': ({ names, values }) =>
    `${names.set} runs ${minutes(values.minutes)} at a stretch; after ${minutes(values.longest)} water passes the roots of ${names.beds}. ${values.pulses > values.starts ? `Give it in ${values.pulses} starts.` : 'Water more often and less.'}`,
  'days-apart': ({ names, values }) =>
    `${values.every} days between waterings are too many for ${names.beds}: its strip holds water for ${values.most < 1.5 ? 'about a day' : `${Math.floor(values.most)} days`}.`,
  'drains-much': ({ names, values }, show) =>
    `${names.set} loses ${show(values.drains, 'volume')} at each start, out of pipes that drain: ${times(values.share)} of what it gives. Fewer, longer starts, or valves that close at the low beds.`,
  'feed-long': ({ names, values }) =>
    `Feeding ${names.set} takes ${minutes(values.takes)} with filling and rinsing, more than the ${minutes(values.minutes)} it runs: feed on a day with a longer watering.`,
  'feed-strong': ({ names, values }) =>
    `For ${names.set} the stock would go in at 1 : ${Math.round(values.ratio)}, stronger than common injectors draw. Dissolve it thinner and inject for longer.`,
  'feed-pressure': ({ names, values }, show) =>
    `The ${names.injector} has ${show(values.has, 'pressure')} to work with while ${names.set} runs and needs ${show(values.needs, 'pressure')}.`,
  'feed-nowhere': () =>
    'Feed is wished, but no injector stands in the head. Put one in at Pipework, after the backflow preventer and before the filter.',
};

/** A problem in words. */
export const tellProblem = (p: SetProblem, show: Show, clock: Clock): string => WORDS[p.code](p, show, clock);
