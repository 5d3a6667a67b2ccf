/**
 * Steps from one plan version to the next, by the version they start from. Each takes the parsed JSON of its version
 * and returns that of the next. A version once released is never changed; a new one adds a step here.
 */
export const MIGRATIONS: Record<number, (plan: Record<string, unknown>) => Record<string, unknown>> = {
  1: fromVersion1,
  2: fromVersion2,
  // Version 4 added sets, timing and need: nothing of version 3 is told otherwise.
  3: (plan) => plan,
  4: fromVersion4,
  5: fromVersion5,
  // Version 7 added what is bought and built: nothing of version 6 is told otherwise.
  6: (plan) => plan,
  // Version 8 added what water costs: nothing of version 7 is told otherwise.
  7: (plan) => plan,
  8: fromVersion8,
  9: fromVersion9,
  // Version 11 added what opens sets, rings, other outlets, tested wells and stores: nothing of version 10 is told otherwise.
  10: (plan) => plan,
};

type Fields = Record<string, unknown>;
const fields = (value: unknown): Fields | undefined =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Fields) : undefined;

/** A part of version 1 as an entry of a list: none where it was left out. */
function listed(part: Fields | undefined, fallback: string, id: string, prefix = ''): Fields[] {
  const { part: kind = fallback, ...rest } = part ?? {};
  delete rest.at;
  return kind === 'none' ? [] : [{ id, kind: `${prefix}${String(kind)}`, ...rest }];
}

/**
 * Version 1 had a head of one backflow preventer and one filter, and one regulator that stood by the source or at the
 * block. Version 2 has lists of parts.
 */
function fromVersion1(plan: Fields): Fields {
  const { head, blocks, ...rest } = plan;
  const list = Array.isArray(blocks) ? (blocks as unknown[]) : [];
  const first = fields(fields(list[0])?.regulator);
  const atSource = first?.at === 'source';
  const sources = Array.isArray(plan.sources) ? (plan.sources as unknown[]).map(fields) : [];
  const inUse = sources.find((s) => s?.id === plan.sourceId) ?? sources[0];
  const { backflow, filter } = fields(head) ?? {};
  const parts = [
    ...listed(fields(backflow), 'vacuum-breaker', 'backflow'),
    ...listed(fields(filter), 'screen-3/4', 'filter'),
    ...(atSource ? listed(first, 'mid', 'regulator', 'regulator-') : []),
  ];
  return {
    ...rest,
    // A tap's head was, and is, a vacuum breaker and a screen when nothing is stated.
    ...(head !== undefined || atSource || inUse?.kind !== 'tap' ? { head: parts } : {}),
    blocks: list.map((entry) => {
      const block = fields(entry);
      if (!block) return entry;
      const { regulator, ...others } = block;
      const r = fields(regulator);
      if (r?.at === 'source') return { ...others, inlet: [] };
      return r ? { ...others, inlet: listed(r, 'mid', 'regulator', 'regulator-') } : others;
    }),
  };
}

/** Version 2 knew of single beds only their lengths. */
function fromVersion2(plan: Fields): Fields {
  const list = Array.isArray(plan.blocks) ? (plan.blocks as unknown[]) : [];
  return {
    ...plan,
    blocks: list.map((entry) => {
      const block = fields(entry);
      const beds = fields(block?.beds);
      const lengths = fields(beds?.lengthsM);
      if (!block || !beds || !lengths) return entry;
      const single = Object.fromEntries(Object.entries(lengths).map(([bed, lengthM]) => [bed, { lengthM }]));
      const others = { ...beds, single };
      delete (others as Fields).lengthsM;
      return { ...block, beds: others };
    }),
  };
}

/** Until version 8 beds began further in only within an outline: elsewhere what was stated of it moved nothing. */
function fromVersion8(plan: Fields): Fields {
  const list = Array.isArray(plan.blocks) ? (plan.blocks as unknown[]) : [];
  return {
    ...plan,
    blocks: list.map((entry) => {
      const block = fields(entry);
      const beds = fields(block?.beds);
      if (!block || !beds || block.outline !== undefined || beds.offsetM === undefined) return entry;
      const others = { ...beds };
      delete others.offsetM;
      return { ...block, beds: others };
    }),
  };
}

/** Until version 10 what was kept free before the first bed moved nothing in a tunnel. */
function withoutTunnelOffsets(plan: Fields): Fields {
  if (!Array.isArray(plan.blocks)) return plan;
  return {
    ...plan,
    blocks: (plan.blocks as unknown[]).map((entry) => {
      const block = fields(entry);
      const beds = fields(block?.beds);
      if (!block || !block.tunnel || block.outline !== undefined || beds?.offsetM === undefined) return entry;
      const others = { ...beds };
      delete others.offsetM;
      return { ...block, beds: others };
    }),
  };
}

/**
 * Up to version 9 a backup had a valve on each side and a preventer in words only; from version 10 they are parts of the
 * branches of the sources that join.
 */
function fromVersion9(before: Fields): Fields {
  const plan = withoutTunnelOffsets(before);
  const backup = fields(plan.backup);
  if (!backup || !Array.isArray(plan.sources)) return plan;
  const { valve, backflow, ...rest } = backup;
  const sources = (plan.sources as unknown[]).map(fields);
  const home = plan.sourceId ?? sources[0]?.id;
  const preventer =
    typeof backflow === 'string' && backflow !== 'none' ? [{ id: 'backup-backflow', kind: backflow }] : [];
  const added = (id: unknown): Fields[] => [
    ...(id === rest.sourceId ? preventer : []),
    ...(valve === true ? [{ id: id === home ? 'home-valve' : 'backup-valve', kind: 'ball-1' }] : []),
  ];
  return {
    ...plan,
    backup: rest,
    sources: (plan.sources as unknown[]).map((entry) => {
      const source = fields(entry);
      const parts = source && (source.id === home || source.id === rest.sourceId) ? added(source.id) : [];
      return parts.length > 0 ? { ...source, branch: parts } : entry;
    }),
  };
}

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

/** Version 4 knew one share of the use that is left under film; version 5 tells soil and plant apart. */
function fromVersion4(plan: Fields): Fields {
  const watering = fields(plan.watering);
  const need = fields(watering?.need);
  if (need?.mulchShare === undefined) return plan;
  const { mulchShare, ...others } = need;
  return { ...plan, watering: { ...watering, need: { ...others, filmShare: mulchShare } } };
}

/** Up to version 5 a block's inlet had a regulator by default under a tank too; from version 6 it has none where the
 * water stands too low for it. */
function fromVersion5(plan: Fields): Fields {
  const sources = Array.isArray(plan.sources) ? (plan.sources as unknown[]).map(fields) : [];
  const inUse = sources.find((s) => s?.id === plan.sourceId) ?? sources[0];
  if (inUse?.kind !== 'tank' || !Array.isArray(plan.blocks)) return plan;
  const inlet = [{ id: 'regulator', kind: 'regulator-mid' }];
  return {
    ...plan,
    blocks: (plan.blocks as unknown[]).map((entry) => {
      const block = fields(entry);
      return block && block.inlet === undefined ? { ...block, inlet } : entry;
    }),
  };
}
