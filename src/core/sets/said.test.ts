import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createPlanSolver } from '../network';
import { fillIn, openings, readPlan, type Plan } from '../plan';
import { planOf, SKETCHES } from '../sketches';
import { evenOut, makeSets, outlookOf, seasonOf, type Outlook, type SeasonOutlook } from './index';

const demo = (name: string): [string, Plan] => {
  const reading = readPlan(readFileSync(join(__dirname, `../../../demo/${name}.json`), 'utf8'));
  if (!reading.ok) throw new Error(name);
  return [name, reading.plan];
};
const OF_EACH_SOURCE = ['barrel', 'roof-tote', 'house-well', 'pond-pump', 'float-plots', 'pots-rings'];
const PLANS: [string, Plan][] = [
  ...SKETCHES.filter((s) => OF_EACH_SOURCE.includes(s.id)).map((s): [string, Plan] => [
    s.id,
    planOf(s, 'metric'),
  ]),
  ...['larch-tunnels', 'hollin-bank'].map(demo),
];

/** Four digits say enough, and are the same on every machine. */
const n = (x: number | undefined): string =>
  x === undefined ? 'none' : Number.isFinite(x) ? String(Number(x.toPrecision(4))) : String(x);
const clock = (min: number): string =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(Math.round(min % 60)).padStart(2, '0')}`;
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

function saidOfSet(s: Outlook['sets'][number]): string[] {
  const { time: t, filling: f, travel, feed } = s;
  return [
    `${s.name}: ${s.beds} beds, gives ${n(s.flowLph)} of ${n(s.asksLph)} L/h asked, source ${n(s.givesLph)}; weakest ${n(s.weakestKpa)} kPa of ${n(s.windowKpa)}; even ${n(s.evenness)}`,
    `  fills ${n(f.mainsL)} + ${n(f.headersL)} + ${n(f.runsL)} L in ${n(f.seconds)} s, drains ${n(f.drainsL)} L; ${JSON.stringify(travel, (_, v: unknown) => (typeof v === 'number' ? Number(n(v)) : v))}`,
    `  needs ${n(t.needL)} L, gives ${n(t.givesL)}: ${t.starts} × ${n(t.minutes)} min (${n(t.fullMin)} in full), filling ${n(t.fillMin)}; ${t.pulses} starts for the soil, ${t.pulseWhy ?? 'no reason'}; every ${n(t.mostDays)} days at most, meet at ${n(t.meetDays)}; drains ${n(t.drainsL)} L`,
    ...t.beds.map(
      (b) =>
        `  beds ${b.beds.keys.join(' ')}: ${n(b.need.mm)} mm (${n(b.need.useMm)} used, ${n(b.need.rainMm)} rain), longest ${n(b.longestMin)} min, ${n(b.flowLph)} L/h, ${n(b.beds.stripM2)} m²`,
    ),
    `  feed ${JSON.stringify(feed, (_, v: unknown) => (typeof v === 'number' ? Number(n(v)) : v)).slice(0, 220)}`,
  ];
}

function saidOfDay({ day, weekL, tank, well, ration, programme }: Outlook): string[] {
  return [
    ...day.entries.map(
      (e) =>
        `${clock(e.fromMin)} to ${clock(e.toMin)} ${e.set}${e.clashes.length > 0 ? ` ${e.clashes.join()}` : ''}`,
    ),
    `${n(day.waterMin)} min, ${n(day.volumeL)} L a day, ${n(weekL)} a week, ${n(day.pumpStarts)} pump starts, ${n(day.allowedMin)} min allowed, ${day.homeless.length} without a place`,
    `tank ${tank ? `lasts ${n(tank.lastsDays)} days, ${n(tank.leftL)} of ${n(tank.usableL)} L left, ${n(tank.days.missingL)} missing, ${tank.sets.map((x) => n(x.run.emptyMin)).join(' ')} min to empty` : 'none'}; well ${well ? 'looked at' : 'none'}; ration ${ration ? 'shared' : 'none'}; ${programme.rows.length} rows of the programme`,
  ];
}

const saidOfSeason = ({ beds, totals, days }: SeasonOutlook): string[] => [
  `${days} days: ${n(totals.givenL)} L given, ${n(totals.rainL)} rain, ${n(totals.deepL)} lost below, ${n(totals.usedL)} used of ${n(totals.wantedL)}`,
  ...beds.map(
    (b) =>
      `  ${b.crop} in ${b.keys.join(' ')} from ${b.planted} to ${b.until}: ${n(sum(b.givenL))} given, ${n(sum(b.rainL))} rain, ${n(sum(b.deepL))} below, ${n(sum(b.usedL))} used of ${n(sum(b.wantedL))}; ${b.shortDays} days short, ${b.deepDays} with loss; lowest ${n(Math.min(...b.full.filter(Number.isFinite)))}`,
  ),
];

// Sets as they are made, their times, day, tank, feed and season, for gardens of every kind: a change is read before it is taken over.
test.each(PLANS)('who waters when in %s', (_, stated) => {
  const solver = createPlanSolver();
  const made = makeSets(fillIn(stated), { afresh: true }, solver);
  const plan = fillIn({ ...stated, watering: { ...stated.watering, sets: made.sets } });
  const opened = openings(plan).map(({ set, plan: open }) => ({
    set,
    plan: open,
    results: solver.solve(open),
  }));
  const outlook = outlookOf(plan, opened, solver);
  const season = seasonOf(plan, new Map(outlook.gifts));
  const even = evenOut(opened[0].plan, solver);
  expect([
    ...made.sets.map(
      (s) => `${s.name}: ${s.beds.map((b) => `${b.block} ${b.keys?.join(' ') ?? 'whole'}`).join(', ')}`,
    ),
    `${made.tooMuch.length} ask too much alone`,
    ...outlook.sets.flatMap(saidOfSet),
    ...saidOfDay(outlook),
    ...saidOfSeason(season),
    `evened out: ${n(even.before.least)} to ${n(even.before.most)} before, ${n(even.after.least)} to ${n(even.after.most)} after; turned ${[...even.valves].map(([block, v]) => `${block} ${[...v].map(([key, deg]) => `${key} by ${n(deg)}`).join(' ') || 'none'}`).join(', ')}`,
  ]).toMatchSnapshot();

  // What must hold of any of them, whatever the figures.
  for (const { time, filling, evenness } of outlook.sets) {
    // Each start is filled anew; what comes after is the need over the evenness, shared out among the starts.
    expect(time.minutes).toBeGreaterThanOrEqual(time.fillMin - 1e-9);
    expect(filling.drainsL).toBeGreaterThanOrEqual(filling.runsL - 1e-9);
    expect(time.givesL).toBeGreaterThanOrEqual(time.byHand || outlook.ration ? 0 : time.needL * (1 - 1e-6));
    expect(evenness).toBeLessThanOrEqual(1 + 1e-9);
  }
  // Litres of the day are those of its starts, in whole minutes as a timer has them.
  const flowOf = new Map(outlook.times.map((t) => [t.id, t.flowLph]));
  const litres = sum(outlook.day.entries.map((e) => ((e.toMin - e.fromMin) * flowOf.get(e.set)!) / 60));
  expect(outlook.day.volumeL).toBeCloseTo(litres, 6);
  for (const b of season.beds) {
    const { beganL, endedL, broughtL, besideDeepL } = b.store;
    // Water comes from somewhere and goes somewhere: rain is told of the rooted ground, losses below wherever they are.
    const came = beganL + broughtL + sum(b.givenL) + sum(b.rainL);
    const went = endedL + sum(b.usedL) + sum(b.deepL) + besideDeepL;
    expect(Math.abs(came - went)).toBeLessThan(0.02 * came);
    b.usedL.forEach((l, i) => expect(l).toBeLessThanOrEqual(b.wantedL[i] + 1e-9));
    for (const share of b.full) if (Number.isFinite(share)) expect(share).toBeLessThanOrEqual(1 + 1e-9);
  }
  const totals = season.beds.map((b) => [sum(b.givenL) * b.lengthM, sum(b.usedL) * b.lengthM]);
  expect(season.totals.givenL).toBeCloseTo(sum(totals.map((t) => t[0])), 3);
  expect(season.totals.usedL).toBeCloseTo(sum(totals.map((t) => t[1])), 3);
  expect(even.after.most - even.after.least).toBeLessThanOrEqual(even.before.most - even.before.least + 1e-9);
});
