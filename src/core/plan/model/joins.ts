import type { Role } from '../../catalog/headParts';
import type { PipePiece } from '../fields/pipeTypes';
import { isMains } from '../sources';
import { HEAD, type FullPlan, type Part, type Plan, type Source, type StatedPart } from './types';

/*
 * Where several waters join: each source has a branch of its own up to the head, whose parts all waters pass. The head stands
 * at one of them, its home; from the others a pipe leads there, and then come the parts of their branch.
 */

type OwnSource = Source & { id: string };

/** Sources nearer to the head than this need no pipe to it, m. */
export const SAME_PLACE_M = 0.5;

const BRANCH = 'branch/';
/** The place of a source's own branch, as `head` is that of the head and a block's id that of its inlet. */
export const branchPlace = (sourceId: string): string => `${BRANCH}${sourceId}`;
/** The source whose branch a place is; none for other places. */
export const branchSource = (place: string): string | undefined =>
  place.startsWith(BRANCH) ? place.slice(BRANCH.length) : undefined;

const known = new WeakMap<readonly Part[], WeakMap<readonly Part[], Part[]>>();

/** The parts of a source's branch and of the head; of the same lists the same list. */
export function passing({ branch }: Source, head: Part[]): Part[] {
  if (branch.length === 0) return head;
  let byBranch = known.get(head);
  if (!byBranch) known.set(head, (byBranch = new WeakMap()));
  let found = byBranch.get(branch);
  if (!found) byBranch.set(branch, (found = [...branch, ...head]));
  return found;
}

const sourceOf = ({ sources }: Pick<FullPlan, 'sources'>, id: string): OwnSource =>
  sources.find((s) => s.id === id) ?? sources[0];

const shared = new WeakMap<readonly Part[], Part[]>();

/** The parts of the head that all waters pass. */
export function sharedHead(plan: Pick<FullPlan, 'sources' | 'sourceId' | 'head'>): Part[] {
  const { branch } = sourceOf(plan, plan.sourceId);
  if (branch.length === 0) return plan.head;
  let found = shared.get(plan.head);
  if (!found) shared.set(plan.head, (found = plan.head.slice(branch.length)));
  return found;
}

/** The plan drawing on another of its sources. */
export function drawingOn(plan: FullPlan, sourceId: string): FullPlan {
  if (sourceId === plan.sourceId) return plan;
  return { ...plan, sourceId, head: passing(sourceOf(plan, sourceId), sharedHead(plan)) };
}

/** Sources that a plan's sets draw on, the plan's own first. */
export const drawnSources = ({ sources, home, watering }: FullPlan): OwnSource[] => {
  const ids = watering.sets.length === 0 ? [home] : watering.sets.map((s) => s.source ?? home);
  return [home, ...ids.filter((id) => id !== home)].flatMap((id, i, all) =>
    all.indexOf(id) === i && (ids.includes(id) || i === 0) ? (sources.find((s) => s.id === id) ?? []) : [],
  );
};

/** Sources whose water joins that of the home source: those that sets draw on, and the backup. */
export function joiningSources(plan: FullPlan): OwnSource[] {
  const drawn = drawnSources(plan).filter((s) => s.id !== plan.home);
  const backup = plan.sources.find((s) => s.id === plan.backup?.sourceId && s.id !== plan.home);
  return backup && !drawn.some((s) => s.id === backup.id) ? [...drawn, backup] : drawn;
}

/** The pipe from a source to the head. */
export interface WayToHead {
  piece: PipePiece;
  lengthM: number;
  /** Height of the ground at the head. */
  toM: number;
}

/** The pipe that leads from a source to the head; none from the one that the head stands at. */
export function wayToHead(
  plan: Pick<FullPlan, 'sources' | 'home'>,
  source: Source & { id?: string },
): WayToHead | undefined {
  const home = sourceOf(plan, plan.home);
  if (source.id === undefined || source.id === home.id) return undefined;
  const straightM = Math.hypot(source.xM - home.xM, source.yM - home.yM);
  const { extraM, ...piece } = source.joins;
  const lengthM = straightM < SAME_PLACE_M ? extraM : straightM + extraM;
  return { piece, lengthM, toM: home.heightM };
}

/** The parts at a place: those of the head that all waters pass, of a source's branch, or of a block's inlet. */
export function partsAt(plan: FullPlan, place: string): readonly Part[] {
  if (place === HEAD) return sharedHead(plan);
  const source = branchSource(place);
  if (source !== undefined) return plan.sources.find((s) => s.id === source)?.branch ?? [];
  return plan.blocks.find((b) => b.id === place)?.inlet ?? [];
}

/** Every part of the head, and of the branches of all sources that are used. */
export const headParts = (plan: FullPlan): Part[] => [
  ...sourceOf(plan, plan.home).branch,
  ...joiningSources(plan).flatMap((s) => s.branch),
  ...sharedHead(plan),
];

/** What was stated of the parts at a place; nothing where they are typical ones. */
export function statedParts(plan: Plan, place: string): readonly StatedPart[] | undefined {
  if (place === HEAD) return plan.head;
  const source = branchSource(place);
  if (source !== undefined) return plan.sources.find((s) => s.id === source)?.branch ?? [];
  return plan.blocks.find((b) => b.id === place)?.inlet;
}

/** Where a part that the water passes at the head stands: in the head itself, or on its source's branch. */
export const placeInHead = (plan: FullPlan, partId: string): string =>
  sourceOf(plan, plan.sourceId).branch.some((p) => p.id === partId) ? branchPlace(plan.sourceId) : HEAD;

/** What keeps the water of one branch from another: it is shut by a hand or a clock, or lets water through one way only. */
const KEEPS_APART: readonly Role[] = [
  'ball-valve',
  'gate-valve',
  'solenoid-valve',
  'motor-valve',
  'check-valve',
  'backflow',
];
const keeps = (branch: readonly Part[]): boolean => branch.some((p) => KEEPS_APART.includes(p.role));

/** Each of two sources that join can be shut off from the other. */
export const keptApart = ({ backup }: Pick<FullPlan, 'backup'>, home: OwnSource, other: OwnSource): boolean =>
  keeps(home.branch) && (keeps(other.branch) || (backup?.takesOver === true && backup.sourceId === other.id));

/** Those of two that join which need a backflow preventer and have none: the mains always, else the one that joins. */
export const unguarded = (home: OwnSource, other: OwnSource): OwnSource[] => {
  const mains = [home, other].filter(isMains);
  return (mains.length > 0 ? mains : [other]).filter((s) => !s.branch.some((p) => p.role === 'backflow'));
};
