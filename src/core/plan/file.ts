import { fillIn } from './defaults';
import { migrate } from './migrations';
import { contradictions } from './sanity';
import { planSchema } from './schema';
import { PLAN_FORMAT, PLAN_VERSION, type Plan } from './types';

/** Files larger than this are refused unread. */
export const MAX_PLAN_BYTES = 20 * 1024 * 1024;

export type PlanReading =
  { ok: true; plan: Plan } | { ok: false; problems: { path: string; what: string }[] };

const refuse = (path: string, what: string): PlanReading => ({ ok: false, problems: [{ path, what }] });

/**
 * Reads a plan file.
 * @param text the file's JSON
 * @returns the plan, brought up to this version; or every problem with the path of its field
 */
export function readPlan(text: string): PlanReading {
  if (text.length > MAX_PLAN_BYTES) return refuse('', 'the file is larger than 20 MB; a plan is far smaller');
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return refuse('', `the file is broken: it is not JSON (${(error as Error).message})`);
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json))
    return refuse('', 'the file is not a plan');
  const raw = json as Record<string, unknown>;
  if (raw.format !== PLAN_FORMAT) {
    return refuse(
      'format',
      `the file is not an Idle Furrow plan: its format is ${JSON.stringify(raw.format) ?? 'not given'}`,
    );
  }
  if (typeof raw.version !== 'number' || !Number.isInteger(raw.version) || raw.version < 1) {
    return refuse('version', 'the version is not a whole number from 1 up');
  }
  if (raw.version > PLAN_VERSION) {
    return refuse(
      'version',
      `the file is of version ${raw.version}, made by a newer Idle Furrow; this one reads up to version ${PLAN_VERSION}`,
    );
  }
  const { error, value } = planSchema.validate(migrate(raw, PLAN_VERSION), {
    abortEarly: false,
    convert: false,
  });
  if (error) {
    return {
      ok: false,
      problems: error.details.map((d) => ({
        path: pathText(d.path),
        what: d.message.replace(/^"[^"]*" /, ''),
      })),
    };
  }
  const plan = value as Plan;
  const odd = contradictions(fillIn(plan));
  return odd.length > 0 ? { ok: false, problems: odd } : { ok: true, plan };
}

const pathText = (path: readonly (string | number)[]): string =>
  path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${key}` : key),
    '',
  );

/** The plan as a file's text: what is stated, and nothing else. */
export const writePlan = (plan: Plan): string => JSON.stringify(plan, null, 2) + '\n';
