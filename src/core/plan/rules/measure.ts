import { grouped, msg } from '../../language';
import { areaM2 } from '../../ground';
import { LIMITS } from '../fields/bounds';
import type { Contradiction } from '../fields/contradiction';
import type { FullPlan } from '../model/types';

/** A plan file nests no deeper, holds no more values, and no list is longer: beyond this it is something else. */
const MOST_DEEP = 16;
const MOST_VALUES = 500_000;
const LONGEST_LIST = 10_000;

/** What was found out about the size of parsed JSON. */
export interface Size {
  values: number;
  /** What is too much, with its place; nothing where all is within bounds. */
  tooMuch?: Contradiction;
}

const QUOTE = 34;
const BACKSLASH = 92;

/**
 * Whether JSON nests deeper than any plan, found by counting its brackets: to parse it would take seconds.
 * @param text need not be valid
 */
export function nestsTooDeep(text: string, most = MOST_DEEP): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === BACKSLASH) i++;
      else if (c === QUOTE) quoted = false;
    } else if (c === QUOTE) quoted = true;
    // [ and {, ] and } differ by one bit.
    else if ((c | 32) === 123) {
      if (++depth > most) return true;
    } else if ((c | 32) === 125) depth--;
  }
  return false;
}
export const TOO_DEEP = msg`it has more than ${MOST_DEEP} levels within levels; a plan does not`;

const pathTo = (path: string, key: string | number): string =>
  typeof key === 'number' ? `${path}[${key}]` : path ? `${path}.${key}` : key;

/** Counts parsed JSON without looking at what it means; stops at the first thing that no plan has. */
export function sizeOf(json: unknown): Size {
  let values = 0;
  const look = (value: unknown, path: string, depth: number): Contradiction | undefined => {
    if (++values > MOST_VALUES)
      return {
        path: '',
        what: msg`the file holds more than ${grouped(MOST_VALUES)} values; a plan holds far fewer`,
      };
    if (typeof value !== 'object' || value === null) return undefined;
    if (depth >= MOST_DEEP) return { path, what: TOO_DEEP };
    const entries = Array.isArray(value) ? value : Object.keys(value);
    if (entries.length > LONGEST_LIST)
      return {
        path,
        what: msg`it has ${grouped(entries.length)} entries; no list of a plan has more than ${grouped(LONGEST_LIST)}`,
      };
    for (let i = 0; i < entries.length; i++) {
      const key = Array.isArray(value) ? i : (entries[i] as string);
      const found = look((value as Record<string | number, unknown>)[key], pathTo(path, key), depth + 1);
      if (found) return found;
    }
    return undefined;
  };
  const tooMuch = look(json, '', 0);
  return { values, ...(tooMuch && { tooMuch }) };
}

/** What a farm comes to, about: laid out without looking where exactly beds end. */
export interface Extent {
  beds: number;
  runs: number;
  emitters: number;
  /** Corners of things in the way. */
  corners: number;
}

/** How much there is to lay and to solve. From areas and counts alone, so that it is known before anything is built. */
export function extentOf(plan: FullPlan): Extent {
  const all: Extent = { beds: 0, runs: 0, emitters: 0, corners: 0 };
  for (const { outline, tunnel, beds, tape, places } of plan.blocks) {
    if (places) {
      all.beds += places.plants.length;
      all.runs += places.plants.length;
      continue;
    }
    const pitchM = beds.widthM + beds.pathM;
    const bedM = outline
      ? areaM2(outline) / pitchM
      : tunnel
        ? (tunnel.widthM / pitchM) * tunnel.lengthM
        : beds.count * beds.lengthM;
    const count = Math.min(LIMITS.beds, outline || tunnel ? bedM / Math.max(1, beds.lengthM) : beds.count);
    all.beds += count;
    all.runs += count * beds.runsPerBed;
    all.emitters += (bedM * beds.runsPerBed * beds.passes) / tape.spacingM;
  }
  for (const o of plan.obstacles) all.corners += o.points.length;
  return all;
}

/** The most that is laid out and solved within a page's patience. */
export const MOST: Extent = { beds: 30_000, runs: 90_000, emitters: 6_000_000, corners: 4_000 };
const SAYS: Record<keyof Extent, string> = {
  beds: msg`beds`,
  runs: msg`runs`,
  emitters: msg`emitters`,
  corners: msg`corners of things in the way`,
};

/** What of a plan is too much to be worked out, in words. */
export function tooLarge(plan: FullPlan): Contradiction | undefined {
  const extent = extentOf(plan);
  for (const what of Object.keys(MOST) as (keyof Extent)[])
    if (extent[what] > MOST[what])
      return {
        path: what === 'corners' ? 'obstacles' : 'blocks',
        what: msg`the plan has about ${grouped(Math.round(extent[what]))} ${SAYS[what]}; at most ${grouped(MOST[what])} can be worked out. Make two plans of it`,
      };
  return undefined;
}
