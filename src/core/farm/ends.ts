import { isBranch, type EndId, type Role } from '../catalog/headParts';
import { pipeKind, type PipeKind } from '../catalog/pipes';
import { THIN_LINE_MM } from '../catalog/materials';
import { kindOf, type Family, type Part, type Source, type Tape } from '../plan';
import { joint, type Joint, type JointKind } from './joint';

/** The kind of pipe thread of a family. */
export const threadOf = (family: Family): 'taper' | 'parallel' => (family === 'inch' ? 'taper' : 'parallel');

/** Parts whose pipe threads stand out; the others take in (makers' common patterns). */
const MALE_ROLES: readonly Role[] = ['screen', 'disc', 'media', 'meter', 'separator', 'venturi', 'dosing'];
/** Parts that screw into a tapping. */
const MALE_BRANCHES: readonly Role[] = ['gauge', 'air-vent', 'relief'];

/**
 * The joint of a part's end. Hose threads turn on a swivel where the water comes in and stand out where it leaves. Where
 * the family is metric a tap's thread is a parallel pipe thread.
 */
function endOf(end: EndId, role: Role, side: 'in' | 'out', family: Family): Joint {
  const [kind, ...rest] = end.split('-');
  const size = rest.join('-');
  if (kind === 'hose')
    return joint(family === 'inch' ? 'hose' : 'parallel', size, side === 'in' ? 'female' : 'male');
  if (kind === 'thread' || kind === 'parallel' || kind === 'taper') {
    const male = (isBranch(role) ? MALE_BRANCHES : MALE_ROLES).includes(role);
    return joint(kind === 'thread' ? threadOf(family) : kind, size, male ? 'male' : 'female');
  }
  if (kind === 'slip') return joint('slip', size, 'female');
  if (kind === 'comp') return joint('comp', `${size}mm`, 'female');
  return joint('barb', /^\d\d$/.test(size) ? `${size}mm` : size, 'male');
}

export const partEnds = (
  part: Pick<Part, 'role' | 'inEnd' | 'outEnd'>,
  family: Family,
): { in: Joint; out: Joint } => ({
  in: endOf(part.inEnd, part.role, 'in', family),
  out: endOf(part.outEnd, part.role, 'out', family),
});

/** Garden hose up to ¾ in is bought with threads at its ends. */
const threaded = (kind: PipeKind, family: Family): boolean =>
  kind.family === 'hose' && family === 'inch' && kind.id !== 'hose-1';

/** Kind, size and half of a pipe's cut end. */
function cutEnd(kind: PipeKind): Joint {
  const size = kind.id.slice(kind.id.indexOf('-') + 1);
  const mm = /^\d\d+$/.test(size) ? `${size}mm` : size;
  switch (kind.family) {
    case 'pvc':
      return joint('slip', size, 'male');
    case 'layflat':
      return joint('flat', mm, 'female');
    case 'hose':
      return joint('hosebarb', size, 'female');
    case 'poly':
      return Number(mm.slice(0, 2)) >= LEAST_COMPRESSION && mm.endsWith('mm')
        ? joint('comp', mm, 'male')
        : joint('barb', mm, 'female');
  }
}
/** Metric poly pipe from this size on is joined by compression, smaller by barbs, mm. */
const LEAST_COMPRESSION = 25;

/** The end of a pipe of a plan: as it is cut, or as hose is bought. */
export function pipeEnd(pipe: string, side: 'in' | 'out', family: Family): Joint {
  const kind = pipeKind(pipe);
  return threaded(kind, family) ? joint('hose', '3/4', side === 'in' ? 'female' : 'male') : cutEnd(kind);
}
export const cutEndOf = (pipe: string): Joint => cutEnd(pipeKind(pipe));

/** A tee or elbow of a pipe's own kind has this joint at each of its ends. */
export function fittingJoint(pipe: string): Joint {
  const end = cutEndOf(pipe);
  return { ...end, half: end.half === 'male' ? 'female' : 'male' };
}

/** Bores of tape and of small tubing by the fittings they take, mm (makers' common sizes). */
const TAPE_SIZES = [
  { size: '16mm', boreMm: 16 },
  { size: '22mm', boreMm: 22.2 },
  { size: '35mm', boreMm: 34.9 },
];
const LINE_SIZES: { kind: JointKind; size: string; boreMm: number }[] = [
  { kind: 'barb', size: '13mm', boreMm: 10.8 },
  { kind: 'barb', size: '16mm', boreMm: 13.6 },
  { kind: 'barb', size: '17mm', boreMm: 14.5 },
  { kind: 'barb', size: '1/2', boreMm: 15.2 },
  { kind: 'barb', size: '20mm', boreMm: 17.6 },
  { kind: 'barb', size: '3/4', boreMm: 20.9 },
  { kind: 'barb', size: '1', boreMm: 26.6 },
  // Wider lines are drilled layflat.
  { kind: 'flat', size: '1-1/4', boreMm: 32 },
  { kind: 'flat', size: '1-1/2', boreMm: 38 },
  { kind: 'flat', size: '2', boreMm: 51 },
  { kind: 'flat', size: '3', boreMm: 76 },
];
const nearest = <T extends { boreMm: number }>(list: readonly T[], boreMm: number): T =>
  list.reduce((a, b) => (Math.abs(b.boreMm - boreMm) < Math.abs(a.boreMm - boreMm) ? b : a));

/** The end of what is laid along a bed. */
export function runEnd({ kind, boreMm }: Pick<Tape, 'kind' | 'boreMm'>): Joint {
  if (kind === 'tape') return joint('tape', nearest(TAPE_SIZES, boreMm).size, 'female');
  if (boreMm < THIN_LINE_MM) return joint('barb', '1/4', 'female');
  const { kind: barb, size } = nearest(LINE_SIZES, boreMm);
  return joint(barb, size, 'female');
}

/**
 * What a source ends in, where the head begins, by its kind: a thread for hose or a pipe thread, a drop pipe or the tee of the pressure
 * tank at its end.
 * @param mostLph the most it gives, by which an outlet's size goes
 */
export function sourceOutlet(source: Source, family: Family, mostLph: number): Joint {
  const thread = threadOf(family);
  const outlet = kindOf(source).outlet(source, mostLph);
  if ('pipe' in outlet) {
    const end = pipeEnd(outlet.pipe, 'out', family);
    return outlet.threaded ? joint(thread, threadSize(end), 'female') : end;
  }
  const { size, half } = outlet;
  // A garden tap's thread for hose is its country's own.
  return joint(outlet.thread === 'pipe' ? thread : family === 'inch' ? 'hose' : 'parallel', size, half);
}

/** The pipe thread nearest to a joint's size: what a valve or a tee in line with it has. */
export function threadSize({ kind, size }: Joint): string {
  const BY_MM: Record<string, string> = {
    '13mm': '1/2',
    '16mm': '1/2',
    '17mm': '1/2',
    '20mm': '1/2',
    '22mm': '3/4',
    '25mm': kind === 'comp' ? '3/4' : '1',
    '32mm': '1',
    '35mm': '1-1/4',
    '40mm': '1-1/4',
    '50mm': '1-1/2',
    '63mm': '2',
    '75mm': '3',
    '90mm': '3',
  };
  if (size === '1/4') return '1/2';
  if (size === '5/8') return '3/4';
  return BY_MM[size] ?? size;
}
