import { planOf, SKETCHES } from '../src/core/sketches';
import { BATTERY } from '../src/core/check/battery.testing';
import { judge } from '../src/core/check';
import { writeBedsCsv } from '../src/core/formats/bedsCsv';
import { writeCalendar } from '../src/core/formats/calendar';
import { writeDxf } from '../src/core/formats/dxfFarm';
import { writeGeoJson } from '../src/core/formats/geojsonFarm';
import { wholeFarm } from '../src/core/formats/wholeFarm';
import { writeProgrammeCsv } from '../src/core/formats/programmeCsv';
import { writeSheetSvg } from '../src/core/formats/sheetSvg';
import { createPlanSolver } from '../src/core/network';
import { extentOf, fillIn, openings, readPlan, writePlan, type Plan } from '../src/core/plan';
import { METRIC, US } from '../src/core/units';
import { Budget, lot, OverBudget, pick, type Found, type Report } from './report';

/** A changed plan may take no longer through everything, ms. */
const BUDGET_MS = 20_000;
/** Larger ones are read and refused or accepted, but not solved here: the trials of large farms do that. */
const MOST_EMITTERS = 60_000;

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** Values that people, programs and bent files put where something else belongs. */
const ODD: readonly Json[] = [
  0,
  1,
  -1,
  0.5,
  2,
  3,
  10,
  100,
  1e9,
  -1e9,
  1e-9,
  '',
  'head',
  'none',
  'x'.repeat(200),
  null,
  true,
  [],
  {},
  '1',
  '\u202e',
  '__proto__',
];

/** Another figure of about the same kind: whole ones mostly stay whole. */
function scaled(now: number, random: () => number): number {
  const next = now * pick(random, [0, 0.1, 0.5, 0.9, 1.1, 1.3, 2, 10, -1]) + pick(random, [0, 0, 0, 1, -1]);
  return Number.isInteger(now) && random() < 0.8 ? Math.round(next) : next;
}

/** One change by lot somewhere in a plan. */
function change(root: Json, random: () => number, others: readonly Json[]): Json {
  const spots: { at: Json[] | { [key: string]: Json }; key: string | number }[] = [];
  const walk = (value: Json): void => {
    if (typeof value !== 'object' || value === null) return;
    const keys: (string | number)[] = Array.isArray(value) ? value.map((_, i) => i) : Object.keys(value);
    for (const key of keys) {
      spots.push({ at: value, key });
      walk((value as Record<string | number, Json>)[key]);
    }
  };
  walk(root);
  if (spots.length === 0) return root;
  // Mostly figures: those lead to plans that read, and are then worked out.
  const figures = spots.filter((s) => typeof (s.at as Record<string | number, Json>)[s.key] === 'number');
  const { at, key } = pick(random, figures.length > 0 && random() < 0.8 ? figures : spots);
  const box = at as Record<string | number, Json>;
  const now = box[key];
  const how = random();
  if (typeof now === 'number' && how < 0.8) box[key] = scaled(now, random);
  else if (how < 0.86) box[key] = pick(random, ODD);
  else if (how < 0.9) {
    if (Array.isArray(at)) at.splice(Number(key), 1);
    else delete box[key];
  } else if (how < 0.95 && Array.isArray(at)) at.splice(Number(key), 0, structuredClone(now));
  else {
    // The same field as another plan has it.
    const donor = pick(random, others);
    const found = findKey(donor, String(key), random);
    if (found !== undefined) box[key] = structuredClone(found);
  }
  return root;
}
function findKey(root: Json, key: string, random: () => number): Json | undefined {
  const found: Json[] = [];
  const walk = (value: Json): void => {
    if (typeof value !== 'object' || value === null) return;
    if (!Array.isArray(value) && key in value) found.push(value[key]);
    Object.values(value).forEach(walk);
  };
  walk(root);
  return found.length > 0 ? pick(random, found) : undefined;
}

/** Words that no file of ours holds: they are holes in the program. */
const HOLES = /\bundefined\b|\bNaN\b|\[object Object\]|-?Infinity/;

/** Everything made of a plan that reads. @returns what is wrong */
function through(plan: Plan, budget: Budget): string | undefined {
  const again = readPlan(writePlan(plan));
  if (!again.ok) return `what was read cannot be read again: ${again.problems[0].what}`;
  const full = fillIn(plan);
  const { emitters } = extentOf(full);
  if (!(emitters <= MOST_EMITTERS)) return undefined;
  const solver = createPlanSolver(budget.checkpoint);
  const farm = wholeFarm(full, solver);
  for (const opening of openings(full)) {
    const results = solver.solve(opening.plan);
    if (
      ![results.flowLph, results.demand.askedLph, results.solution.supply.pressureKpa].every(Number.isFinite)
    )
      return 'a figure of the farm is none';
    const drawn = results.runs.reduce((sum, r) => sum + r.flowLph, 0);
    if (Math.abs(drawn - results.flowLph) > 1e-6 * Math.max(1, drawn))
      return `mass is not kept: ${results.flowLph} in, ${drawn} out`;
    if (results.runs.some((r) => ![r.flowLph, r.inletKpa, r.minKpa, r.maxKpa].every(Number.isFinite)))
      return 'a figure of a run is none';
    const sheet = writeSheetSvg(opening.plan, results, { paper: 'A4', units: METRIC });
    const written = {
      geojson: writeGeoJson(farm),
      dxf: writeDxf(opening.plan, farm.layout),
      csv: writeBedsCsv(farm, US),
      svg: sheet.ok ? sheet.svg : '',
    };
    for (const [kind, text] of Object.entries(written)) {
      const hole = HOLES.exec(text.replaceAll(plan.name ?? '\u0000', ''));
      if (hole) return `the ${kind} holds “${hole[0]}”`;
    }
    JSON.parse(written.geojson);
    budget.checkpoint();
  }
  const { each, outlook } = judge(plan, { solver, checkpoint: budget.checkpoint });
  if (each.some((f) => ![f.measured, f.limit].every((v) => typeof v === 'number' && !Number.isNaN(v))))
    return 'a figure of a finding is none';
  if (!outlook) return undefined;
  const { programme } = outlook;
  if (programme.rows.some((r) => !Number.isFinite(r.minutes) || r.starts.some((s) => !Number.isFinite(s))))
    return 'a figure of the programme is none';
  const table = writeProgrammeCsv(programme);
  if (HOLES.test(table)) return 'the programme’s table holds a hole';
  if (programme.rows.some((r) => r.starts.length > 0) && HOLES.test(writeCalendar(programme, 'x', 'y', 0)))
    return 'the calendar holds a hole';
  return undefined;
}

/**
 * Plans changed by lot, one to four changes each, through reading, solver, judgement, sets and exporters.
 * @param demos the demo plans' texts
 */
export function fuzzPlans(count: number, seed: number, demos: readonly string[], report: Report): Found {
  const found = report.begin('changed plans', count);
  const seeds = [
    ...demos.map((t) => JSON.parse(t) as Json),
    // Plants at places, small pipe, rings.
    ...SKETCHES.map((k) => JSON.parse(JSON.stringify(planOf(k, 'metric'))) as Json),
    ...BATTERY.map((p) => p.plan as unknown as Json),
  ];
  for (let i = 0; i < count; i++) {
    const random = lot(seed + 7919 * i);
    // Battery plans are small: they are taken more often than the demos.
    let json = structuredClone(
      random() < 0.1 ? pick(random, seeds.slice(0, demos.length)) : pick(random, seeds),
    );
    const changes = random() < 0.6 ? 1 : 1 + Math.floor(4 * random());
    for (let c = 0; c < changes; c++) json = change(json, random, seeds);
    const budget = new Budget(BUDGET_MS);
    report.alive(`changed plan ${i} of seed ${seed}`);
    const text = JSON.stringify(json);
    try {
      const reading = readPlan(text);
      if (!reading.ok) {
        found.count('refused in words');
        if (reading.problems.length === 0 || reading.problems.some((p) => !p.what || HOLES.test(p.what)))
          found.wrong('refused without words', `plan ${i}: ${JSON.stringify(reading.problems[0])}`);
      } else {
        const wrong = through(reading.plan, budget);
        if (wrong) found.wrong(wrong, `plan ${i}: ${text}`);
        else found.count('worked out');
      }
    } catch (error) {
      const e = error as Error;
      if (e instanceof OverBudget) found.wrong('over its budget', `plan ${i}: ${text}`);
      else if (/no steady state found/.test(e.message))
        found.wrong('no steady state found', `plan ${i}: ${text}`);
      else found.wrong(`thrown: ${e.message}`, `plan ${i}: ${e.stack?.split('\n')[1]?.trim()} ${text}`);
    }
    found.took(budget.spentMs());
  }
  return found;
}
