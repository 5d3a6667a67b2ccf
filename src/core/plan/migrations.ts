/**
 * Steps from one plan version to the next, by the version they start from. Each takes the parsed JSON of its version
 * and returns that of the next. A version once released is never changed; a new one adds a step here.
 */
export const MIGRATIONS: Record<number, (plan: Record<string, unknown>) => Record<string, unknown>> = {};

/** Brings parsed JSON of an older version up to `to`. A version without a step is left as it is, for the schema to refuse. */
export function migrate(
  plan: Record<string, unknown>,
  to: number,
  steps: typeof MIGRATIONS = MIGRATIONS,
): Record<string, unknown> {
  let current = plan;
  while (typeof current.version === 'number' && current.version < to && steps[current.version]) {
    const next = steps[current.version](current);
    current = { ...next, version: current.version + 1 };
  }
  return current;
}
