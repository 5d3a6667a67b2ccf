import { msg } from '../../language';
import { brokenJson } from './brokenJson';
import { fillIn } from '../model/defaults';
import { nestsTooDeep, sizeOf, TOO_DEEP, tooLarge } from '../rules/measure';
import { migrate } from './migrations';
import { contradictions } from '../rules/sanity';
import { planSchema } from '../rules/schema';
import { PLAN_FORMAT, PLAN_VERSION, type Plan } from '../model/types';

/** Files larger than this are refused unread. */
export const MAX_PLAN_BYTES = 20 * 1024 * 1024;

export type PlanReading =
  { ok: true; plan: Plan } | { ok: false; problems: { path: string; what: string }[] };

/** Paths and messages are cut to so many characters, and so many problems are told: a file may repeat any text in them. */
const LONGEST_TEXT = 160;
const MOST_PROBLEMS = 50;
/** Files of more values are looked at only up to the first thing that is wrong. */
const MANY_VALUES = 50_000;

const cut = (text: string): string => {
  // Whole characters only, and no line ends or marks that would turn the writing round.
  const clean = text.replace(/[\p{Cc}\p{Cf}\p{Zl}\p{Zp}]+/gu, ' ');
  const letters = clean.length > LONGEST_TEXT ? Array.from(clean) : [];
  return letters.length > LONGEST_TEXT ? `${letters.slice(0, LONGEST_TEXT).join('')} …` : clean;
};
const refuseAll = (problems: readonly { path: string; what: string }[]): PlanReading => ({
  ok: false,
  problems: problems.slice(0, MOST_PROBLEMS).map(({ path, what }) => ({ path: cut(path), what: cut(what) })),
});
const refuse = (path: string, what: string): PlanReading => refuseAll([{ path, what }]);

/**
 * Reads a plan file.
 * @param text the file's JSON
 * @returns the plan, brought up to this version; or every problem with the path of its field
 */
export function readPlan(text: string): PlanReading {
  if (text.length > MAX_PLAN_BYTES)
    return refuse('', msg`the file is larger than 20 MB; a plan is far smaller`);
  if (nestsTooDeep(text)) return refuse('', TOO_DEEP);
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return refuse('', brokenJson(text, error));
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json))
    return refuse('', msg`the file is not a plan`);
  const raw = json as Record<string, unknown>;
  if (raw.format !== PLAN_FORMAT) {
    return refuse(
      'format',
      msg`the file is not an Idle Furrow plan: its format is ${JSON.stringify(raw.format) ?? msg`not given`}`,
    );
  }
  if (typeof raw.version !== 'number' || !Number.isInteger(raw.version) || raw.version < 1) {
    return refuse('version', msg`the version is not a whole number from 1 up`);
  }
  if (raw.version > PLAN_VERSION) {
    return refuse(
      'version',
      msg`the file is of version ${raw.version}, made by a newer Idle Furrow; this one reads up to version ${PLAN_VERSION}`,
    );
  }
  const size = sizeOf(raw);
  if (size.tooMuch) return refuseAll([size.tooMuch]);
  return checked(migrate(raw, PLAN_VERSION), size.values > MANY_VALUES);
}

/** Parsed JSON of this version as a plan, or what is wrong with it. */
function checked(raw: unknown, firstOnly: boolean): PlanReading {
  const { error, value } = planSchema.validate(raw, {
    abortEarly: firstOnly,
    convert: false,
    errors: { label: false },
  });
  if (error) return refuseAll(error.details.map((d) => ({ path: pathText(d.path), what: d.message })));
  const plan = value as Plan;
  const full = fillIn(plan);
  const large = tooLarge(full);
  if (large) return refuseAll([large]);
  const odd = contradictions(full);
  return odd.length > 0 ? refuseAll(odd) : { ok: true, plan };
}

const pathText = (path: readonly (string | number)[]): string =>
  path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${key}` : key),
    '',
  );

/** The plan as a file's text: what is stated, and nothing else. */
export const writePlan = (plan: Plan): string => JSON.stringify(plan, null, 2) + '\n';
