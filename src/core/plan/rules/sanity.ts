import { msg } from '../../language';
import { HEAD_PARTS } from '../../catalog/headParts';
import { isCrop } from '../../catalog/crops';
import { areaM2, crossingSides } from '../../ground';
import { cropsOf } from '../model/crops';
import { checkPlaces } from './placesSanity';
import type { AddContradiction, Contradiction } from '../fields/contradiction';
import { kindOf, saneCurve, unaidedKpa } from '../sources';
import { sharedHead } from '../model/joins';
import { HEAD, type FullPlan, type Obstacle, type Source } from '../model/types';

type Add = AddContradiction;

/** What single fields allow but together make no sense. Checked on a plan filled in. */
export function contradictions(plan: FullPlan): Contradiction[] {
  const found: Contradiction[] = [];
  const add: Add = (path, what, other) => void found.push({ path, what, ...(other && { other }) });
  if (!plan.sources.some((s) => s.id === plan.sourceId))
    add('sourceId', msg`there is no source “${plan.sourceId}”`);
  plan.sources.forEach((s, i) =>
    checkSource(s, (path, what, other) =>
      add(`sources[${i}].${path}`, what, other && `sources[${i}].${other}`),
    ),
  );
  if (plan.backup) {
    if (!plan.sources.some((s) => s.id === plan.backup!.sourceId))
      add('backup.sourceId', msg`there is no source “${plan.backup.sourceId}”`);
    else if (plan.backup.sourceId === plan.sourceId)
      add('backup.sourceId', msg`the backup must be another source than the one in use`);
  }
  const known = new Set([...HEAD_PARTS, ...plan.parts].map((p) => p.id));
  const checkParts = (path: string, parts: FullPlan['head']): void =>
    parts.forEach((p, i) => {
      if (!known.has(p.kind)) add(`${path}[${i}].kind`, msg`there is no part “${p.kind}”`);
      if (p.minLph >= p.maxLph)
        add(`${path}[${i}].minLph`, msg`its minimum flow must be below its maximum`, `${path}[${i}].maxLph`);
    });
  checkParts('head', sharedHead(plan));
  plan.sources.forEach((s, i) => checkParts(`sources[${i}].branch`, s.branch));
  checkPartIds(plan, add);
  checkIds(plan, add);
  checkMains(plan, add);
  checkCrops(plan, add);
  checkWatering(plan, add);
  checkGround(plan, add);
  checkPlaces(plan, add);
  plan.blocks.forEach((b, i) => {
    checkParts(`blocks[${i}].inlet`, b.inlet);
    if (b.tape.minKpa >= b.tape.maxKpa) {
      add(
        `blocks[${i}].tape.minKpa`,
        msg`the minimum working pressure must be below the highest`,
        `blocks[${i}].tape.maxKpa`,
      );
    }
    b.header.steps.forEach((step, j, all) => {
      if (j > 0 && step.fromBed <= all[j - 1].fromBed)
        add(
          `blocks[${i}].header.steps[${j}].fromBed`,
          msg`each size must begin at a later bed than the one before`,
        );
    });
  });
  return found;
}

/** What stands in the head or on a branch is known by its id, whichever source is drawn on. */
function checkPartIds(plan: FullPlan, add: Add): void {
  const seen = new Set(sharedHead(plan).map((p) => p.id));
  plan.sources.forEach((s, i) =>
    s.branch.forEach((p, j) => {
      if (seen.has(p.id))
        add(
          `sources[${i}].branch[${j}].id`,
          msg`two parts of the head and its branches are called “${p.id}”`,
        );
      seen.add(p.id);
    }),
  );
}

/** Outlines that were looked at and found whole. */
const whole = new WeakSet<object>();
/** Ground smaller than this is a slip of the hand, m². */
const LEAST_GROUND_M2 = 0.5;
/** Places that each kind of thing in the way takes at least. */
const LEAST_PLACES: Record<Obstacle['kind'], number> = { lane: 2, ditch: 2, tree: 1, building: 3, wet: 3 };

function checkGround(plan: FullPlan, add: Add): void {
  const tapes = new Set(plan.tapes.map((t) => t.id));
  plan.tapes.forEach(({ tape }, i) => {
    if (tape.minKpa >= tape.maxKpa)
      add(
        `tapes[${i}].tape.minKpa`,
        msg`the minimum working pressure must be below the highest`,
        `tapes[${i}].tape.maxKpa`,
      );
  });
  plan.blocks.forEach((b, i) => {
    for (const [key, { tape }] of Object.entries(b.beds.single))
      if (tape !== undefined && !tapes.has(tape))
        add(`blocks[${i}].beds.single.${key}.tape`, msg`there is no tape “${tape}”`);
    if (!b.outline || whole.has(b.outline)) return;
    const crossing = crossingSides(b.outline);
    if (crossing)
      add(
        `blocks[${i}].outline`,
        msg`its sides ${crossing[0]} and ${crossing[1]} cross each other: corners go round the field in order`,
      );
    else if (areaM2(b.outline) < LEAST_GROUND_M2)
      add(`blocks[${i}].outline`, msg`its corners enclose no ground`);
    else whole.add(b.outline);
  });
  plan.obstacles.forEach((o, i) => {
    const least = LEAST_PLACES[o.kind];
    if (o.points.length < least)
      add(`obstacles[${i}].points`, msg`a ${o.kind} needs ${least} places or more`);
  });
}

function checkSource(s: Source, add: Add): void {
  if (s.booster.kind !== 'none') saneCurve(s.booster.curve, 'booster.curve', add);
  if (s.booster.kind === 'variable' && s.booster.holdKpa <= unaidedKpa(s))
    add('booster.holdKpa', msg`the source reaches that pressure by itself: the booster must hold more`);
  kindOf(s).sane(s, add);
}

/** Sets name blocks there are, no bed is in two, and days are possible. */
/** Crops that no table knows: beds painted with them would be reckoned as something else. */
function checkCrops(plan: FullPlan, add: Add): void {
  const known = new Set(['none', ...cropsOf(plan).map((c) => c.id)]);
  const check = (crop: string | undefined, path: string): void => {
    if (crop !== undefined && !known.has(crop)) add(path, msg`there is no crop “${crop}”`);
  };
  plan.blocks.forEach((b, i) => {
    check(b.beds.crop, `blocks[${i}].beds.crop`);
    for (const [key, { crop }] of Object.entries(b.beds.single))
      check(crop, `blocks[${i}].beds.single.${key}.crop`);
  });
  for (const field of ['planted', 'crops'] as const)
    for (const crop of Object.keys(plan.watering[field])) check(crop, `watering.${field}.${crop}`);
  plan.watering.ownCrops.forEach((c, i) => {
    if (c.id === 'none' || isCrop(c.id))
      add(`watering.ownCrops[${i}].id`, msg`“${c.id}” is a crop of the table already`);
  });
}

function checkWatering({ watering, blocks, sources }: FullPlan, add: Add): void {
  const known = new Set(blocks.map((b) => b.id));
  const taken = new Map<string, string>();
  watering.sets.forEach((set, i) => {
    if (set.source !== undefined && !sources.some((s) => s.id === set.source))
      add(`watering.sets[${i}].source`, msg`there is no source “${set.source}”`);
    set.beds.forEach(({ block, keys }, j) => {
      const path = `watering.sets[${i}].beds[${j}]`;
      if (!known.has(block)) add(`${path}.block`, msg`there is no block “${block}”`);
      for (const key of keys ?? ['']) {
        const bed = `${block}/${key}`;
        const other = taken.get(bed) ?? (key && taken.get(`${block}/`));
        if (other) add(path, msg`${key ? msg`bed ${key}` : msg`the block`} is in “${other}” already`);
        taken.set(bed, set.name);
      }
    });
  });
  watering.weather?.days.forEach((d, i) => {
    if (d.minC > d.maxC)
      add(`watering.weather.days[${i}].minC`, msg`the minimum temperature of a day is not above its maximum`);
    if (d.humidityMin !== undefined && d.humidityMax !== undefined && d.humidityMin > d.humidityMax)
      add(
        `watering.weather.days[${i}].humidityMin`,
        msg`the minimum humidity of a day is not above its maximum`,
      );
  });
  watering.climate.months?.forEach((m, i) => {
    if (m.minC > m.maxC)
      add(
        `watering.climate.months[${i}].minC`,
        msg`the minimum temperature of a month is not above its maximum`,
      );
  });
  watering.notes.forEach((n, i) => {
    if (!known.has(n.block)) add(`watering.notes[${i}].block`, msg`there is no block “${n.block}”`);
  });
}

/** Names that mean something else where ids stand: the head of the main, all or no sets, everything open at once. */
const TAKEN_ENDS: readonly string[] = [HEAD];
const TAKEN_SETS: readonly string[] = ['all', 'none', 'everything'];

/** An id names one thing: where pieces of the main end a block and a tee must not be mistaken for each other, or the head. */
function checkIds(plan: FullPlan, add: Add): void {
  const taken = (id: string): string => msg`“${id}” means something else: give it another id`;
  const tees = new Set(plan.tees.map((t) => t.id));
  plan.tees.forEach((t, i) => TAKEN_ENDS.includes(t.id) && add(`tees[${i}].id`, taken(t.id)));
  plan.blocks.forEach((b, i) => {
    if (TAKEN_ENDS.includes(b.id)) add(`blocks[${i}].id`, taken(b.id));
    if (tees.has(b.id))
      add(`blocks[${i}].id`, msg`a tee and a block are both “${b.id}”: give one of them another id`);
  });
  plan.watering.sets.forEach(
    (s, i) => TAKEN_SETS.includes(s.id) && add(`watering.sets[${i}].id`, taken(s.id)),
  );
}

/** Every piece of the main must lead back to the head. */
function checkMains(plan: FullPlan, add: Add): void {
  const from = new Map(plan.tees.map((t) => [t.id, t.main.from]));
  const leadsToHead = (start: string): boolean => {
    let at = start;
    for (let steps = 0; steps <= plan.tees.length; steps++) {
      if (at === HEAD) return true;
      const next = from.get(at);
      if (next === undefined) return false;
      at = next;
    }
    return false;
  };
  const check = (path: string, start: string): void => {
    if (start !== HEAD && !from.has(start)) add(path, msg`there is no tee “${start}”`);
    else if (!leadsToHead(start)) add(path, msg`this piece of the main does not lead back to the head`);
  };
  plan.tees.forEach((t, i) => check(`tees[${i}].main.from`, t.main.from));
  plan.blocks.forEach((b, i) => check(`blocks[${i}].main.from`, b.main.from));
  plan.rings.forEach((r, i) => {
    check(`rings[${i}].main.from`, r.main.from);
    if (!from.has(r.to)) add(`rings[${i}].to`, msg`there is no tee “${r.to}”`);
    else if (r.to === r.main.from)
      add(
        `rings[${i}].to`,
        msg`a ring must lead to another place than it comes from`,
        `rings[${i}].main.from`,
      );
  });
}
