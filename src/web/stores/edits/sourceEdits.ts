import { current, original, type Draft } from 'immer';
import { msg } from '../../../core/language';
import { drawnOn } from '../../../core/changes';
import { kindOf, type Plan, type SourceKind } from '../../../core/plan';
import type { Refusal } from '../plan';
import { boundTo, type PlanStore } from './bound';
import { assign, freshId } from './fields';

type Source = Plan['sources'][number];

/** Figures of the source in use that are examples no more. */
function measured(plan: PlanStore, draft: Draft<Plan>, fields: readonly string[]): void {
  const s = draft.sources[plan.sourceIndex];
  if (!s.examples) return;
  s.examples = s.examples.filter((f) => !fields.includes(f));
  if (s.examples.length === 0) delete s.examples;
}

/** Sets fields of the source in use, or of a part of it such as its pressure tank. */
function source(
  plan: PlanStore,
  fields: Record<string, unknown>,
  label: string,
  gesture?: string,
  part?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const s = draft.sources[plan.sourceIndex] as unknown as Record<string, Record<string, unknown>>;
      assign(part ? (s[part] ??= {}) : (s as Record<string, unknown>), fields);
      measured(plan, draft, part ? [part] : Object.keys(fields));
    },
    gesture,
  );
}

/** A pump's curve, of the source itself or of its booster. */
function curve(
  plan: PlanStore,
  fields: Record<string, unknown>,
  label: string,
  gesture?: string,
  ofBooster = false,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft) => {
      const s = draft.sources[plan.sourceIndex] as unknown as Record<
        string,
        Record<string, Record<string, unknown>>
      >;
      const at = ofBooster ? (s.booster ??= {}) : (s as unknown as Record<string, Record<string, unknown>>);
      assign((at.curve ??= {}), fields);
      measured(plan, draft, [ofBooster ? 'booster' : 'curve']);
    },
    gesture,
  );
}

/**
 * Another kind of source. What was stated of the first stays in the plan, and comes back with it.
 * @returns what was taken out or put back with it, in words
 */
function sourceKind(plan: PlanStore, kind: SourceKind): string[] {
  let says: string[] = [];
  plan.edit(kindOf({ kind }).words.draws, (draft) => {
    const other = draft.sources.find((s) => s.kind === kind);
    if (other) {
      draft.sourceId = other.id;
      swapBackup(plan, draft, other.id);
    } else addSourceTo(plan, draft, kind, true);
    says = drawOn(draft);
  });
  return says;
}

/** What cannot work under a tank goes and comes with it, in the same step. */
function drawOn(draft: Draft<Plan>): string[] {
  const { plan: drawn, says } = drawnOn(original(draft) as Plan, current(draft) as Plan);
  Object.assign(draft, drawn);
  if (!drawn.setAside) delete draft.setAside;
  return says;
}

/** What a source says that nobody has measured: which it is, and where it stands. */
const SAYS_NOTHING = ['id', 'kind', 'xM', 'yM', 'heightM'];
/** The source that a blank plan begins with, while nothing was said of it. */
const isExample = (source: object): boolean => Object.keys(source).every((k) => SAYS_NOTHING.includes(k));

/** Adds a source. One that a blank plan began with and of which nothing was said goes: it was there to look at. */
function addSourceTo(plan: PlanStore, draft: Draft<Plan>, kind: SourceKind, inUse: boolean): void {
  const now = plan.source;
  const [first] = draft.sources;
  if (draft.sources.length === 1 && isExample(first)) {
    first.kind = kind;
    return;
  }
  const id = freshId(draft.sources, 'source');
  const asideM = inUse ? 0 : 4;
  const { heightM } = draft.sources[plan.sourceIndex];
  const height = plan.full.ground.heights.length > 0 || heightM === undefined ? {} : { heightM };
  draft.sources.push({ id, kind, xM: now.xM - asideM, yM: now.yM, ...height } as Draft<Source>);
  if (inUse) draft.sourceId = id;
}

/** The backup cannot be the source in use: what was in use takes its place. */
function swapBackup(plan: PlanStore, draft: Draft<Plan>, inUse: string): void {
  if (draft.backup?.sourceId === inUse) draft.backup.sourceId = plan.source.id;
}

const addSource = (plan: PlanStore, kind: SourceKind): void =>
  void plan.edit(kindOf({ kind }).words.adds, (draft) => addSourceTo(plan, draft, kind, false));

function useSource(plan: PlanStore, id: string): string[] {
  let says: string[] = [];
  plan.edit(msg`draw on ${plan.full.sources.find((s) => s.id === id)?.name}`, (draft) => {
    draft.sourceId = id;
    swapBackup(plan, draft, id);
    says = drawOn(draft);
  });
  return says;
}

function removeSource(plan: PlanStore, id: string): void {
  plan.edit(msg`remove ${plan.full.sources.find((s) => s.id === id)?.name}`, (draft) => {
    if (draft.sources.length < 2) return;
    draft.sources = draft.sources.filter((s) => s.id !== id);
    if (draft.backup?.sourceId === id) delete draft.backup;
    for (const set of draft.watering?.sets ?? []) if (set.source === id) delete set.source;
    if ((draft.sourceId ?? plan.source.id) === id) draft.sourceId = draft.sources[0].id;
    if (draft.backup?.sourceId === draft.sourceId) delete draft.backup;
    drawOn(draft);
  });
}

function backup(
  plan: PlanStore,
  fields: Partial<NonNullable<Plan['backup']>> | undefined,
  label: string,
): void {
  plan.edit(label, (draft) => {
    if (!fields) delete draft.backup;
    else if (draft.backup) Object.assign(draft.backup, fields);
    else if (fields.sourceId) draft.backup = fields as Draft<NonNullable<Plan['backup']>>;
  });
}

/** The pipe from a source to a head that stands at another. */
const joinPipe = (
  plan: PlanStore,
  id: string,
  fields: Record<string, unknown>,
  label: string,
  gesture?: string,
): Refusal | undefined =>
  plan.edit(
    label,
    (draft) => {
      const source = draft.sources.find((s) => s.id === id);
      if (source) assign((source.joins ??= {}) as Record<string, unknown>, fields);
    },
    gesture,
  );

/** Edits of the sources, the one in use and its backup. */
export const sourceEdits = (plan: PlanStore) =>
  boundTo(plan, {
    source,
    curve,
    sourceKind,
    addSource,
    useSource,
    removeSource,
    backup,
    joinPipe,
  });
