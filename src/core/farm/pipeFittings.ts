import { msg } from '../language';
import { thing, type Item } from './item';
import { sizeWords, type Joint, type JointKind } from './joint';
import { keyOf } from './maker';

const WORDS: Record<JointKind, string> = {
  hose: 'hose',
  taper: 'thread',
  parallel: 'thread',
  slip: 'slip',
  comp: 'compression',
  barb: 'insert',
  hosebarb: 'hose',
  flat: 'layflat',
  tape: 'tape',
};
/** A tee by its first end, the one opposite and the one at its side. */
export function teeItem(j: Joint, out: Joint = j, side: Joint = j): Item {
  if (out.size === j.size && side.size === j.size)
    return thing(`tee:${keyOf(j)}`, 'fitting', msg`${sizeWords(j.size)} ${WORDS[j.kind]} tee`, 3);
  const sizes = [j, out, side].map((e) => sizeWords(e.size)).join(' × ');
  return thing(
    `tee:${[j, out, side].map(keyOf).join('~')}`,
    'fitting',
    msg`${sizes} ${WORDS[j.kind]} tee`,
    4,
  );
}
export const elbowItem = (j: Joint): Item =>
  thing(`elbow:${keyOf(j)}`, 'fitting', msg`${sizeWords(j.size)} ${WORDS[j.kind]} elbow`, 2);
