import { msg } from '../language';
/** How one end of something is joined: what stands opposite must be of the same kind and size, and the other half. */
export const JOINT_KINDS = [
  'hose',
  'taper',
  'parallel',
  'slip',
  'comp',
  'barb',
  'hosebarb',
  'flat',
  'tape',
] as const;

export type JointKind = (typeof JOINT_KINDS)[number];

export interface Joint {
  kind: JointKind;
  /** Nominal size: inches as `1-1/4`, or millimetres as `25`. */
  size: string;
  /** The half that goes in, or the half that takes in. */
  half: 'male' | 'female';
}

/** What each kind is called, and how its two halves are. */
const WORDS: Record<JointKind, { name: string; male: string; female: string }> = {
  hose: { name: msg`hose thread`, male: msg`male`, female: msg`swivel` },
  taper: { name: msg`tapered pipe thread`, male: msg`male`, female: msg`female` },
  parallel: { name: msg`parallel pipe thread`, male: msg`male`, female: msg`female` },
  slip: { name: msg`slip`, male: msg`spigot`, female: msg`socket` },
  comp: { name: msg`compression`, male: msg`pipe end`, female: msg`nut` },
  barb: { name: msg`insert barb`, male: msg`barb`, female: msg`pipe end` },
  hosebarb: { name: msg`hose barb`, male: msg`barb`, female: msg`hose end` },
  flat: { name: msg`layflat barb`, male: msg`barb`, female: msg`hose end` },
  tape: { name: msg`tape lock`, male: msg`lock`, female: msg`tape end` },
};

const FRACTIONS: Record<string, string> = {
  '1/4': '¼',
  '1/2': '½',
  '3/4': '¾',
  '5/8': '⅝',
  '7/8': '⅞',
  '3/8': '⅜',
  '1/8': '⅛',
};

/** A nominal size in words: `1-1/4` is 1¼ in, `25` with `mm` said of it 25 mm. */
export function sizeWords(size: string): string {
  if (size.endsWith('mm')) return msg`${size.slice(0, -2)} mm`;
  const [whole, fraction] = size.includes('-')
    ? size.split('-')
    : size.includes('/')
      ? ['', size]
      : [size, ''];
  return msg`${whole}${fraction ? (FRACTIONS[fraction] ?? ` ${fraction}`) : ''} in`;
}

export const joint = (kind: JointKind, size: string, half: Joint['half']): Joint => ({ kind, size, half });

/** A joint as one word, for tables and graphs: `taper 1 male`. */
export const jointKey = ({ kind, size, half }: Joint): string => `${kind} ${size} ${half}`;

/** Reads what `jointKey` wrote; nothing where it is none. */
export function jointOf(key: string): Joint | undefined {
  const [kind, size, half, more] = key.split(' ');
  const known = JOINT_KINDS.find((k) => k === kind);
  if (!known || !size || more !== undefined || (half !== 'male' && half !== 'female')) return undefined;
  return { kind: known, size, half };
}

/** What it meets: the other half of the same. */
export const mateOf = (j: Joint): Joint => ({ ...j, half: j.half === 'male' ? 'female' : 'male' });

export const meets = (a: Joint, b: Joint): boolean =>
  a.kind === b.kind && a.size === b.size && a.half !== b.half;

/** A joint in words: “1 in tapered pipe thread, male”. */
export function jointWords({ kind, size, half }: Joint): string {
  const { name, ...halves } = WORDS[kind];
  return `${sizeWords(size)} ${name}, ${halves[half]}`;
}

/** The same in few words, for a fitting's name: “1 in male thread”. */
export function jointShort({ kind, size, half }: Joint): string {
  const s = sizeWords(size);
  if (kind === 'taper' || kind === 'parallel')
    return msg`${s} ${half === 'male' ? msg`male` : msg`female`} thread`;
  if (kind === 'hose') return msg`${s} hose thread ${half === 'male' ? msg`male` : msg`swivel`}`;
  if (kind === 'comp') return msg`${s} compression`;
  if (kind === 'slip') return msg`${s} slip ${half === 'male' ? msg`spigot` : msg`socket`}`;
  if (kind === 'tape') return msg`${s} tape lock`;
  return `${s} ${WORDS[kind].name}`;
}

/** Joints that are sealed with thread tape: pipe threads, not hose threads with their washer. */
export const isTaped = ({ kind }: Joint): boolean => kind === 'taper' || kind === 'parallel';
/** Joints that are glued. */
export const isGlued = ({ kind }: Joint): boolean => kind === 'slip';
/** Joints that hold by clamps about a barb: not the small tubing of drip, whose barbs hold by themselves. */
export const isClamped = ({ kind, size }: Joint): boolean =>
  kind === 'flat' || kind === 'hosebarb' || (kind === 'barb' && !TUBING_BARBS.includes(size));
export const TUBING_BARBS: readonly string[] = ['1/4', '1/2', '13mm', '16mm', '17mm', '20mm'];
