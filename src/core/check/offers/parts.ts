import { msg } from '../../language';
import {
  isFilter,
  HEAD_PARTS,
  REGULATOR_SETS_KPA,
  sizedKind,
  sizesOf,
  type PartLabel,
  type Role,
} from '../../catalog/headParts';
import { waterKind } from '../../catalog/water';
import { HEAD, type Part } from '../../plan';
import { isFeeding } from '../facts/parts';
import { blockOf, type Context } from './context';
import type { Change } from '../../changes';
import { type Offer, type Offering, steps, swapFor } from './offering';

/** The part a finding is about, with where it stands. */
export function partOf({
  finding: { place },
  plan,
}: Context): { place: string; part: Part; at: number; list: readonly Part[] } | undefined {
  if (place.kind !== 'part') return undefined;
  const list =
    place.place === HEAD ? plan.head : (plan.blocks.find((b) => b.id === place.place)?.inlet ?? []);
  const at = list.findIndex((p) => p.id === place.id);
  return at < 0 ? undefined : { place: place.place, part: list[at], at, list };
}
export const ofPart =
  (offers: (found: NonNullable<ReturnType<typeof partOf>>, context: Context) => Offer[]): Offering =>
  (context) => {
    const found = partOf(context);
    return found ? offers(found, context) : [];
  };
/** Another of the same role, or of others that stand in for it, that suits the flow. */
export const sized = (roles?: (part: Part) => readonly Role[]): Offering =>
  ofPart(({ place, part }, { results }) => {
    const block = results.blocks.find((b) => b.built.layout.block.id === place);
    const lph = block?.flowLph ?? results.flowLph;
    const wanted = roles?.(part) ?? [part.role];
    const fit = HEAD_PARTS.filter(
      (p) => wanted.includes(p.role) && p.id !== part.kind && p.minLph <= lph && lph <= p.maxLph,
    );
    return [steps(fit, swapFor(place, part))];
  });
export const movedAfter = (is: (p: Part) => boolean, where: 'before' | 'after'): Offering =>
  ofPart(({ place, part, at, list }) => {
    const other = list.findIndex(is);
    if (other < 0) return [];
    const to = where === 'after' ? (at < other ? other : other + 1) : at < other ? other - 1 : other;
    return [
      [
        [
          {
            kind: 'move-part',
            place,
            id: part.id,
            to,
            name: part.name,
            before: msg`${where} the ${list[other].name}`,
          },
        ],
      ],
    ];
  });
export const addPart = (
  place: string,
  id: string,
  at: number,
  more: { setKpa?: number; opensKpa?: number } = {},
): Change => ({
  kind: 'add-part',
  place,
  part: id,
  at,
  name: HEAD_PARTS.find((p) => p.id === id)!.name,
  ...more,
});
/** A preventer passes this many times the flow of its label at the most: twice the speed costs four times the pressure. */
const MOST_OVER_LABEL = 2;

export const preventer: Offering = ({ plan, results: { flowLph } }) => {
  const kinds = isFeeding(plan)
    ? ['reduced-pressure']
    : ['double-check', 'vacuum-breaker', 'reduced-pressure'];
  // Behind the valves that shut the water off, so that it can be taken out.
  const at = plan.head.findIndex((p) => p.role !== 'ball-valve' && p.role !== 'gate-valve');
  const place = at < 0 ? plan.head.length : at;
  const offers = kinds.map((kind) => {
    const least = sizedKind(kind, flowLph);
    // The least size for the flow, then those that lose less.
    const sizes = sizesOf(kind);
    return steps(
      sizes
        .slice(Math.max(0, sizes.indexOf(least)))
        .filter((k) => HEAD_PARTS.find((p) => p.id === k)!.atLph * MOST_OVER_LABEL >= flowLph),
      (k) => addPart(HEAD, k, place),
    );
  });
  // Of a kind that is too small in every size nothing is left.
  return offers.filter((sizes) => sizes.length > 0);
};
/** A filter of a kind that suits all that is in the water, of a size for the flow. */
export function filtersFor({ results }: Context): { id: string; name: string }[] {
  const waters = results.layout.source.water.map(waterKind);
  const mesh = Math.max(...waters.map((w) => w.mesh));
  const suit = (role: Role): boolean => isFilter(role) && waters.every((w) => w.filters.includes(role));
  return HEAD_PARTS.filter((p) => suit(p.role) && p.mesh >= mesh && p.maxLph >= results.flowLph);
}
export const beforeRegulator = (head: readonly Part[]): number => {
  const at = head.findIndex((p) => p.role === 'regulator' || p.role === 'meter');
  return at < 0 ? head.length : at;
};
export const addFilter: Offering = (context) =>
  filtersFor(context)
    .slice(0, 2)
    .map((f) => [[addPart(HEAD, f.id, beforeRegulator(context.plan.head))]]);
export const fitFilter: Offering = (context) => {
  const { plan, results } = context;
  const at = plan.head.findIndex((p) => isFilter(p.role));
  const needs = results.layout.source.water
    .map((w) => waterKind(w).before)
    .find((role) => role && !plan.head.some((p) => p.role === role));
  const before = HEAD_PARTS.filter(
    (p) => p.role === needs && p.maxLph >= results.flowLph && p.minLph <= results.flowLph,
  );
  const separator = before[0] && at >= 0 ? [addPart(HEAD, before[0].id, at)] : [];
  const swaps = filtersFor(context).filter(
    (f) => f.id !== plan.head[at]?.kind || (plan.head[at]?.mesh ?? 0) < 100,
  );
  if (at < 0) return [];
  const swap = (f: { id: string; name: string }): Change => ({
    kind: 'swap-part',
    place: HEAD,
    id: plan.head[at].id,
    part: f.id,
    from: plan.head[at].name,
    name: f.name,
  });
  return [
    ...(separator.length > 0 ? [[separator]] : []),
    ...swaps
      .slice(0, 2)
      .map((f): Offer => [[swap(f)], ...(separator.length > 0 ? [[swap(f), ...separator]] : [])]),
  ];
};
export const biggerFilter: Offering = (context) => {
  const { plan } = context;
  const at = plan.head.findIndex((p) => p.dirtyKpa > 0);
  const part = plan.head[at];
  if (!part) return [];
  const bigger = HEAD_PARTS.filter(
    (p) =>
      p.role === part.role &&
      p.atLph / Math.sqrt(p.dirtyKpa) > (part.atLph / Math.sqrt(part.dirtyKpa)) * 1.05,
  );
  return [steps(bigger, swapFor(HEAD, part))];
};
export const gauges: Offering = ofPart(({ place, at }, { finding }) => [
  [
    [
      ...(finding.says.after ? [] : [addPart(place, 'gauge', at + 1)]),
      ...(finding.says.before ? [] : [addPart(place, 'gauge', at)]),
    ],
  ],
]);

/** The regulator that is found at fault at the next settings under what reaches it. */
export const lowerSetting: Offering = ofPart(({ place, part }, { finding }) => {
  if (part.role !== 'regulator') return [];
  const lower = REGULATOR_SETS_KPA.filter((s) => s < part.setKpa && s <= finding.measured).reverse();
  return [steps(lower, (setKpa) => ({ kind: 'set-pressure', place, id: part.id, setKpa }))];
});

/** Under a store that never reaches what a regulator is set to it holds nothing back: it is in the way. */
export const regulatorOut: Offering = ofPart(({ place, part }, { results }) =>
  part.role === 'regulator' && results.rest.sourceKpa <= part.setKpa
    ? [[[{ kind: 'remove-part', place, id: part.id, name: part.name }]]]
    : [],
);

/** A part that loses less than this share of what the present one does is worth its price. */
const LOSES_LESS = 0.7;

/** Loss in a part at a flow, by its label, kPa. */
export const lossAt = (p: Pick<PartLabel, 'fixedKpa' | 'lossKpa' | 'atLph'>, lph: number): number =>
  p.fixedKpa + p.lossKpa * (lph / p.atLph) ** 2;

/** Of the parts on the way of the water the one that eats most, in a size that eats less; or the one that is named. */
export const widerPart: Offering = (context) => {
  const { plan, results, finding } = context;
  const named = partOf(context);
  const block = blockOf(context);
  const inlet = block ? results.blocks.find((b) => b.built.layout.block.id === block.id) : undefined;
  const ways = [
    { place: HEAD, list: plan.head, lph: results.flowLph },
    ...(block && inlet ? [{ place: block.id, list: block.inlet, lph: inlet.flowLph }] : []),
  ];
  const candidates = ways.flatMap(({ place, list, lph }) =>
    list
      .filter(
        (part) =>
          part.role !== 'regulator' && (!named || finding.code !== 'part-eats' || part.id === named.part.id),
      )
      .map((part) => ({ place, part, lph, kpa: lossAt(part, lph) })),
  );
  if (candidates.length === 0) return [];
  const most = candidates.reduce((a, b) => (b.kpa > a.kpa ? b : a));
  if (!(most.kpa > LEAST_LOSS_KPA)) return [];
  const better = HEAD_PARTS.filter(
    (p) =>
      p.role === most.part.role &&
      p.id !== most.part.kind &&
      p.minLph <= most.lph &&
      most.lph <= p.maxLph &&
      p.mesh >= most.part.mesh * 0.75 &&
      lossAt(p, most.lph) < most.kpa * LOSES_LESS,
  ).sort((a, b) => lossAt(b, most.lph) - lossAt(a, most.lph));
  return [steps(better, swapFor(most.place, most.part))];
};

/** Less than this is not worth a new part, kPa. */
const LEAST_LOSS_KPA = 2;
