import { blankPlan, fillIn, type FullPlan, type Plan, type StatedWatering } from '../plan';

/** A tap that gives so much into an open bucket, and a block of beds; everything on level ground. */
export function gardenPlan(more: {
  tapLph?: number;
  shutKpa?: number;
  blocks?: Plan['blocks'];
  sources?: Plan['sources'];
  head?: Plan['head'];
  watering?: StatedWatering;
  wishes?: Plan['wishes'];
}): FullPlan {
  const { tapLph = 2000, shutKpa = 300 } = more;
  return fillIn({
    ...blankPlan('metric'),
    sources: more.sources ?? [
      { id: 'tap', kind: 'tap', shutKpa, bucketL: tapLph / 360, triesS: [10], xM: 0, yM: 0 },
    ],
    head: more.head ?? [],
    blocks: more.blocks ?? [{ id: 'b', beds: { count: 12, lengthM: 25 } }],
    wishes: more.wishes,
    watering: more.watering,
  });
}
