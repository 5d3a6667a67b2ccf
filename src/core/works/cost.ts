import { lengthOnLine, type FarmLayout, type LaidPlant } from '../layout';
import { sharedHead, type FullPlan } from '../plan';
import {
  EMITTER,
  TAKE_OFF,
  THIN_TUBE_PER_M,
  amountOf,
  layingPrice,
  partPrice,
  pipePrice,
  sourceThings,
  stretches,
} from '../farm';

/** What a plan's pipes, parts and tape cost to buy, at typical prices. */
export interface Cost {
  laid: number;
  headers: number;
  mains: number;
  parts: number;
  total: number;
}

/** What is laid at a plant: its ring, or its emitters and the thin tube to them. */
function plantPrice({ label, emitters, ringM, wayM }: LaidPlant): number {
  return ringM > 0 ? Math.PI * ringM * layingPrice(label) : emitters * EMITTER + wayM * THIN_TUBE_PER_M;
}

/** Of every block, in use or not: all of it is bought. */
export function costOf(plan: FullPlan, layout: FarmLayout): Cost {
  let laid = 0;
  let headers = 0;
  let parts = 0;
  for (const b of layout.blocks) {
    if (b.small) {
      for (const { lengthM, pipe } of [...b.small.pipes, ...b.small.loops])
        headers += lengthM * pipePrice(pipe);
      for (const bed of b.beds) if (bed.plant) laid += plantPrice(bed.plant);
    }
    for (const run of b.runs)
      if (!b.beds[run.bedIndex].plant) laid += (run.lengthM - run.leadM) * layingPrice(run.tape);
    parts += b.runs.length * TAKE_OFF;
    b.headers.forEach(({ line, fromXM, toXM, pipe }, h) => {
      if (h > 0) headers += lengthOnLine(line, fromXM, toXM) * pipePrice(pipe);
      else
        for (const [from, to, piece] of stretches(b, fromXM, toXM))
          headers += lengthOnLine(line, from, to) * pipePrice(piece);
    });
    const { header } = b.block;
    if (header.feed === 'both')
      headers += (b.headers[0].toXM - b.headers[0].fromXM + header.second.extraM) * pipePrice(header.second);
    if (header.other && b.headers.length > 1) {
      const [[x0, y0], [x1, y1]] = [b.headers[0].feed, b.headers[1].feed];
      headers += (Math.hypot(x1 - x0, y1 - y0) + header.other.link.extraM) * pipePrice(header.other.link);
    }
  }
  const mains = layout.mains.reduce((sum, m) => sum + m.lengthM * pipePrice(m.piece), 0);
  for (const p of [...sharedHead(plan), ...plan.blocks.flatMap((b) => b.inlet)]) parts += partPrice(p);
  return { laid, headers, mains, parts, total: laid + headers + mains + parts };
}

/**
 * What a change of the source costs at typical prices: everything that it has afterwards and had not before, whole, since a larger tank is
 * not got by adding to the smaller one.
 */
export function sourceCost(before: FullPlan, after: FullPlan): number {
  const of = (plan: FullPlan): Map<string, { count: number; each: number }> => {
    const found = new Map<string, { count: number; each: number }>();
    for (const { item, ...t } of sourceThings(plan))
      found.set(item.id, { count: (found.get(item.id)?.count ?? 0) + amountOf(t), each: item.typical });
    return found;
  };
  const had = of(before);
  let cost = 0;
  for (const [id, { count, each }] of of(after)) {
    const own = had.get(id);
    // What is there goes on being used, unless it is another: then the difference is paid.
    cost += Math.max(0, count - (own?.count ?? 0)) * each;
    if (own) cost += Math.min(count, own.count) * Math.max(0, each - own.each);
  }
  return cost;
}
