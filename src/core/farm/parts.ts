import { msg } from '../language';
import { HEAD_PARTS, isBranch, type EndId, type Role } from '../catalog/headParts';
import type { Family, Part } from '../plan';
import { partPrice } from './typical';
import { partEnds, threadOf, threadSize } from './ends';
import type { Maker, Open } from './maker';
import { thing, type Item } from './item';
import { joint, sizeWords } from './joint';
import type { Where } from './thing';

/** Nominal widths in millimetres of inch sizes (ISO 6708): how valves are called where pipe is metric. */
const NOMINAL_MM: Record<string, string> = {
  '½': '15',
  '¾': '20',
  '1': '25',
  '1¼': '32',
  '1½': '40',
  '2': '50',
  '3': '80',
  '4': '100',
};
/** A part's name as a shop of the family has it: of metric ones by width, with the thread's size beside it. */
export const nameIn = (name: string, family: Family): string => {
  const [whole, size] = name.match(/(\d?[½¾¼]|\d) in /) ?? [];
  if (family === 'inch' || !whole || !size || !NOMINAL_MM[size]) return name;
  return msg`${name.replace(whole, `${NOMINAL_MM[size]} mm `)} (${size} in thread)`;
};

/** A part of the head or of an inlet as it is bought. */
export function partItem(part: Part, family: Family): Item {
  const typical = partPrice(part);
  const name = nameIn(part.name, family);
  const own = !HEAD_PARTS.some((p) => p.id === part.kind);
  const id = `part:${own ? 'own:' : ''}${part.kind}`;
  return part.role === 'regulator'
    ? thing(`${id}:${Math.round(part.setKpa)}`, 'part', msg`${name}, lets out #0`, typical, {
        sizes: [[part.setKpa, 'pressure']],
      })
    : thing(id, 'part', name, typical);
}

export const threadTee = (size: string, family: Family): Item =>
  thing(`tee:${threadOf(family)}:${size}`, 'fitting', msg`${sizeWords(size)} tee, female thread`, 3);

/**
 * Joins a list of parts to an open end, in the order of the water. What stands on a branch gets a tee in the line. An adaptor in
 * the list stands for the fittings that are found here.
 * @returns the open end after them
 */
export function joinParts(
  parts: readonly Part[],
  begins: Open,
  at: Where,
  maker: Maker,
  reason: string = msg`in the line`,
): Open {
  const { family } = maker.plan.build;
  let open = begins;
  for (const part of parts) {
    if (part.role === 'adaptor') continue;
    const { name } = part;
    const ends = partEnds(part, family);
    const of = maker.put(partItem(part, family), 1, at, reason, { part: part.id });
    const own = { name, part: part.id, of };
    if (isBranch(part.role)) {
      const size = threadSize(open.joint);
      const side = joint(threadOf(family), size, 'female');
      const tee: Open = {
        joint: side,
        name: msg`tee of the ${name}`,
        of: maker.put(threadTee(size, family), 1, at, msg`for the ${name}`),
      };
      maker.join(open, tee, at);
      maker.join(tee, { joint: ends.in, ...own }, at);
      open = tee;
    } else {
      maker.join(open, { joint: ends.in, ...own }, at);
      open = { joint: ends.out, ...own };
    }
  }
  return open;
}

/** Parts that can be shut. */
const SHUTS: readonly Role[] = [
  'ball-valve',
  'gate-valve',
  'solenoid-valve',
  'motor-valve',
  'timer',
  'splitter',
];
export const canBeShut = (parts: readonly Part[]): boolean => parts.some((p) => SHUTS.includes(p.role));

/** A valve of a block that has to be opened and shut apart from others. */
export const blockValve = (size: string, family: Family): Item =>
  thing(
    `valve:${threadOf(family)}:${size}`,
    'part',
    nameIn(msg`${sizeWords(size)} ball valve`, family),
    partPrice({ role: 'ball-valve', outEnd: `thread-${size}` as EndId }),
  );
