import type { Role } from '../catalog/headParts';
import { material } from '../catalog/materials';
import { pipeKind, type PipeFamily } from '../catalog/pipes';
import { MM_PER_MIL } from '../catalog/tape';
import { lengthOnLine, type FarmLayout, type LaidPlant } from '../layout';
import { headerPipeAt } from '../network';
import type { FullPlan, PipePiece, Tape } from '../plan';

/**
 * Typical shop prices in no particular currency: what matters until a grower's own prices are known is how they compare.
 * A pipe costs a share for its length and one for its plastic, which grows with the square of the bore.
 */
const PIPE_PRICES: Record<PipeFamily, { perM: number; perMPerMm2: number }> = {
  poly: { perM: 0.2, perMPerMm2: 0.0011 },
  pvc: { perM: 0.3, perMPerMm2: 0.0015 },
  layflat: { perM: 0.5, perMPerMm2: 0.0006 },
  hose: { perM: 0.6, perMPerMm2: 0.003 },
};
export const PART_PRICES: Partial<Record<Role, number>> = {
  regulator: 18,
  screen: 25,
  disc: 40,
  media: 400,
  separator: 90,
  backflow: 60,
  'check-valve': 20,
  meter: 45,
  timer: 50,
  'solenoid-valve': 30,
  'motor-valve': 45,
  venturi: 60,
  dosing: 250,
  relief: 20,
  'air-vent': 12,
  gauge: 10,
  splitter: 15,
  flush: 9,
};
export const OTHER_PART = 8;
export const TAKE_OFF = 1.2;
export const EMITTER = 0.4;
export const THIN_TUBE_PER_M = 0.3;
/** Of tape the wall makes the price: at 8 mil it is the typical one. */
const TYPICAL_WALL_MM = 8 * MM_PER_MIL;

export const pipePrice = (pipe: Pick<PipePiece, 'pipe' | 'boreMm'>): number => {
  const { perM, perMPerMm2 } = PIPE_PRICES[pipeKind(pipe.pipe).family];
  return perM + perMPerMm2 * pipe.boreMm ** 2;
};

export const layingPrice = ({ kind, wallMm, boreMm }: Tape): number => {
  const { pricePerM, label } = material(kind);
  if (kind !== 'tape') return pricePerM;
  return pricePerM * (wallMm / TYPICAL_WALL_MM) * (boreMm / label.boreMm);
};

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
  for (const p of [...plan.head, ...plan.blocks.flatMap((b) => b.inlet)])
    parts += PART_PRICES[p.role] ?? OTHER_PART;
  return { laid, headers, mains, parts, total: laid + headers + mains + parts };
}

/** Stretches of a first header of one size each. */
export function stretches(
  layout: FarmLayout['blocks'][number],
  fromXM: number,
  toXM: number,
): [from: number, to: number, pipe: PipePiece][] {
  const cuts = layout.block.header.steps
    .map((s) => layout.beds.find((b) => b.number >= s.fromBed)?.leftM ?? Infinity)
    .filter((x) => x > fromXM && x < toXM);
  const ends = [fromXM, ...cuts, toXM];
  return ends.slice(1).map((to, i) => [ends[i], to, headerPipeAt(layout, (ends[i] + to) / 2)]);
}
