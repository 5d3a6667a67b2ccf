import { msg } from '../../language';
import type { Point } from '../../ground';
import type { Expected } from './expected';
import { spotsOf } from './spots';
import type { OpenFarm, Spot } from './types';
import { WALK_M_PER_MIN } from './spots';
import type { FarmResults } from '../../network';

/** One stop of the first walk. */
export interface Stop {
  id: string;
  title: string;
  /** What to do and what to see. */
  see: string;
  point: Point;
  /** Where something is read: what, and what it should say. */
  expected?: Expected;
  /** A look, whose answer goes to the diagnosis. */
  look?: Spot;
  /** Minutes of walking from the stop before. */
  walkMin: number;
}

const away = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Stops in the order of the nearest next, from a place on: no farm is so large that a shorter round would matter. */
function nearestFirst<T extends { point: Point }>(list: readonly T[], from: Point): T[] {
  const left = [...list];
  const way: T[] = [];
  let at = from;
  while (left.length > 0) {
    const next = left.reduce((best, s) => (away(s.point, at) < away(best.point, at) ? s : best));
    left.splice(left.indexOf(next), 1);
    way.push(next);
    at = next.point;
  }
  return way;
}

/**
 * The first walk after building, or in spring: flush from the source outwards, close, run, and walk it all once with what each
 * place should show.
 */
export function firstWalk(farm: OpenFarm, expected: readonly Expected[]): Stop[] {
  const { results, plan } = farm;
  const { head } = results.layout;
  const start: Point = [head.xM, head.yM];
  const spots = spotsOf(farm);
  const at = new Map(expected.map((e) => [e.spot.id, e]));
  const stops: Omit<Stop, 'walkMin'>[] = flushStops(start, results);
  const fixed = spots.filter((s) => s.fixed && at.has(s.id));
  for (const spot of nearestFirst(fixed, start)) stops.push(reading(spot, at.get(spot.id)!));
  const looks = spots.filter((s) => s.kind === 'look' && !s.looks!.shut && s.id !== 'look/open');
  let here = start;
  for (const spot of nearestFirst(looks, start)) {
    stops.push({
      id: spot.id,
      title: msg`Walk ${spot.name}`,
      see: msg`Every joint dry, nothing sprays, every bed wet at its far end, no emitter dry beside one that drips.`,
      point: spot.point,
      look: spot,
    });
    here = spot.point;
  }
  // A gauge at each header's furthest end, and at one far run end of each block.
  const ends = plan.blocks.flatMap((_, i) => {
    const own = spots.filter((s) => s.block === i && s.kind === 'gauge' && at.has(s.id));
    const header = own.filter((s) => s.id.includes('take-off')).at(-1);
    const run = own.filter((s) => s.run !== undefined).at(-1);
    return [header, run].filter((s) => s !== undefined);
  });
  for (const spot of nearestFirst(ends, here)) stops.push(reading(spot, at.get(spot.id)!));
  return stops.map((s, i) => ({
    ...s,
    walkMin: i === 0 ? 0 : away(stops[i - 1].point, s.point) / WALK_M_PER_MIN,
  }));
}

const reading = (spot: Spot, expected: Expected): Omit<Stop, 'walkMin'> => ({
  id: spot.id,
  title: msg`Read ${spot.name}`,
  see: spot.kind === 'meter' ? msg`Time it over a minute.` : msg`Wait until the needle stands.`,
  point: spot.point,
  expected,
});

/** Stops before anything is read: the source, flushing, and what is looked at. */
function flushStops(start: Point, results: FarmResults) {
  const stops: Omit<Stop, 'walkMin'>[] = [];
  const flush = (
    id: string,
    title: string,
    see: string,
    points: { id: string; point: Point; name: string }[],
    from: Point,
  ): Point => {
    for (const p of nearestFirst(points, from)) {
      stops.push({ id: `${id}/${p.id}`, title: `${title}: ${p.name}`, see, point: p.point });
      from = p.point;
    }
    return from;
  };
  stops.push({
    id: 'open',
    title: msg`Open the source slowly`,
    see: msg`A quarter turn at first: air must get out of the ends before the water is let through. Shut it at once where anything sprays.`,
    point: start,
  });
  const feeds = results.blocks.map((b) => {
    const main = results.mains.find((m) => m.laid.to === b.built.layout.block.id);
    const point: Point = main ? [main.laid.end.xM, main.laid.end.yM] : start;
    return { id: b.built.layout.block.id, point, name: b.built.layout.block.name };
  });
  let from = flush(
    'main',
    msg`Flush the main`,
    msg`Open its end until the water comes clear and without spitting; close it.`,
    feeds,
    start,
  );
  from = flush(
    'header',
    msg`Flush the header`,
    msg`Open its end until the water is clear; close it.`,
    feeds,
    from,
  );
  flush(
    'runs',
    msg`Flush the runs`,
    msg`Open a few ends at a time until the water is clear; fold or cap each.`,
    feeds,
    from,
  );
  stops.push({
    id: 'run',
    title: msg`Let it run until all is full`,
    see: msg`Wait until the far ends drip; then go on.`,
    point: start,
  });
  return stops;
}
