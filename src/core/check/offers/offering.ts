import type { PartKind } from '../../catalog/headParts';
import type { Change } from '../../changes';
import type { Block, Part } from '../../plan';
import { blockOf, type Context } from './context';

/** Ways of one remedy from mild to strong: the first that clears the finding is taken. Each way is some changes at once. */
export type Offer = Change[][];
export type Offering = (context: Context) => Offer[];

export const steps = <T>(list: readonly T[], change: (step: T) => Change): Offer =>
  list.map((s) => [change(s)]);

/** Puts a kind of part in the place of one that is there. */
export const swapFor =
  (place: string, { id, name: from }: Pick<Part, 'id' | 'name'>) =>
  ({ id: part, name }: Pick<PartKind, 'id' | 'name'>): Change => ({
    kind: 'swap-part',
    place,
    id,
    part,
    from,
    name,
  });

/**
 * Works on the block that the finding is about; where it is about several, on all of them at once: each step of a remedy
 * is the same step in each block, or the furthest that there is.
 */
export const ofBlock =
  (offers: (block: Block, context: Context) => Offer[]): Offering =>
  (context) => {
    const { also, ...finding } = context.finding;
    const places = [finding.place, ...also.map((o) => o.place).filter((p) => 'block' in p)];
    const seen = new Set<string>();
    const each = places.flatMap((place, i): Offer[][] => {
      // Of a run elsewhere only the block counts: its place among the runs is that of another set.
      const own = i > 0 && 'block' in place ? ({ kind: 'block', block: place.block } as const) : place;
      const at = { ...context, finding: { ...finding, place: own, also: [] } };
      const block = blockOf(at);
      if (!block || seen.has(block.id)) return [];
      seen.add(block.id);
      return [offers(block, at)];
    });
    return together(each);
  };

/** Offers of several places as one: step by step. */
function together(each: readonly Offer[][]): Offer[] {
  if (each.length < 2) return each[0] ?? [];
  const offers: Offer[] = [];
  for (let k = 0; k < Math.max(...each.map((o) => o.length)); k++) {
    const own = each.flatMap((o) => (o[k]?.length ? [o[k]] : []));
    const most = Math.max(0, ...own.map((o) => o.length));
    offers.push(
      Array.from({ length: most }, (_, step) => own.flatMap((o) => o[Math.min(step, o.length - 1)])),
    );
  }
  return offers;
}

export const all =
  (...offerings: Offering[]): Offering =>
  (context) =>
    offerings.flatMap((offering) => offering(context));

export const ofSource =
  (offers: (context: Context) => Offer[]): Offering =>
  (context) =>
    offers(context);

export const fixed =
  (...changes: Change[]): Offering =>
  () => [[changes]];
