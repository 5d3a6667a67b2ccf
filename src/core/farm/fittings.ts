import { msg } from '../language';
import { PIPES } from '../catalog/pipes';
import { joint, jointKey, jointShort, sizeWords, type Joint, type JointKind } from './joint';

/** A stock fitting with two ends. */
export interface Fitting {
  id: string;
  name: string;
  a: Joint;
  b: Joint;
  /** Typical price, in no coin: only ratios matter. */
  price: number;
}

/** Nominal sizes from small to large, with a bore to compare them by, mm. */
export const THREADS = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '3', '4'] as const;
const INSERTS = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'] as const;
const SLIPS = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '3'] as const;
const COMPRESSIONS = ['25mm', '32mm', '40mm', '50mm', '63mm', '75mm', '90mm'] as const;
const TUBINGS = ['13mm', '16mm', '17mm', '20mm'] as const;
const LAYFLATS = ['1', '1-1/4', '1-1/2', '2', '3', '4'] as const;
const TAPES = ['16mm', '22mm', '35mm'] as const;

/** The thread that a compression fitting of a pipe has, and the next ones it is sold with (makers' common ranges). */
const COMPRESSION_THREADS: Record<(typeof COMPRESSIONS)[number], readonly string[]> = {
  '25mm': ['3/4', '1/2', '1'],
  '32mm': ['1', '3/4', '1-1/4'],
  '40mm': ['1-1/4', '1', '1-1/2'],
  '50mm': ['1-1/2', '1-1/4', '2'],
  '63mm': ['2', '1-1/2'],
  '75mm': ['3', '2'],
  '90mm': ['3', '4'],
};
const TUBING_THREADS: Record<string, readonly string[]> = {
  '13mm': ['1/2', '3/4'],
  '16mm': ['1/2', '3/4'],
  '17mm': ['1/2', '3/4'],
  '20mm': ['1/2', '3/4'],
};

/** What a fitting of a thread's size costs about, in the coin of the typical prices. */
const PRICE: Record<string, number> = {
  '1/4': 0.3,
  '1/2': 0.8,
  '5/8': 0.9,
  '3/4': 1.1,
  '1': 1.6,
  '1-1/4': 2.4,
  '1-1/2': 3,
  '2': 4.5,
  '3': 12,
  '4': 22,
  '13mm': 0.4,
  '16mm': 0.5,
  '17mm': 0.5,
  '20mm': 0.7,
  '22mm': 0.9,
  '35mm': 1.4,
  '25mm': 2.2,
  '32mm': 3,
  '40mm': 4.5,
  '50mm': 6.5,
  '63mm': 9,
  '75mm': 15,
  '90mm': 24,
};

const STUB_WORDS: Partial<Record<JointKind, string>> = {
  barb: msg`insert fittings`,
  comp: msg`compression fittings`,
  slip: msg`slip fittings`,
  flat: msg`layflat fittings`,
  hosebarb: msg`hose barbs`,
};

const list: Fitting[] = [];
/** Short pieces of pipe among them, by id. */
const stubs = new Set<string>();
function add(word: string, a: Joint, b: Joint, name?: string): void {
  const price = (PRICE[a.size] + PRICE[b.size]) / 2;
  list.push({
    id: `fit:${jointKey(a)}~${jointKey(b)}`.replace(/ /g, '_'),
    name: name ?? msg`${word}, ${jointShort(a)} to ${jointShort(b)}`,
    a,
    b,
    price,
  });
}
const pairs = <T>(sizes: readonly T[], most: number): [small: T, large: T][] =>
  sizes.flatMap((small, i) => sizes.slice(i + 1, i + 1 + most).map((large): [T, T] => [small, large]));

/** Reducing bushes and sockets are sold over so many steps of size. */
const STEPS = 3;

for (const kind of ['taper', 'parallel'] as const) {
  const standard = kind === 'taper' ? 'tapered' : 'parallel';
  for (const s of THREADS) {
    add(
      'nipple',
      joint(kind, s, 'male'),
      joint(kind, s, 'male'),
      msg`${sizeWords(s)} nipple, ${standard} thread`,
    );
    add(
      'socket',
      joint(kind, s, 'female'),
      joint(kind, s, 'female'),
      msg`${sizeWords(s)} socket, ${standard} thread`,
    );
  }
  for (const [small, large] of pairs(THREADS, STEPS)) {
    add(
      '',
      joint(kind, large, 'male'),
      joint(kind, small, 'female'),
      msg`reducing bush, ${sizeWords(large)} to ${sizeWords(small)}, ${standard} thread`,
    );
    add(
      '',
      joint(kind, large, 'female'),
      joint(kind, small, 'female'),
      msg`reducing socket, ${sizeWords(large)} to ${sizeWords(small)}, ${standard} thread`,
    );
  }
}

// Hose threads of ¾ in, and what leads from them to pipe thread.
const hose = (half: Joint['half']): Joint => joint('hose', '3/4', half);
add(msg`hose coupling`, hose('male'), hose('male'));
add(msg`hose coupling`, hose('female'), hose('female'));
for (const half of ['male', 'female'] as const)
  for (const pipeHalf of ['male', 'female'] as const)
    for (const s of ['1/2', '3/4'])
      if (s === '3/4' || half === pipeHalf)
        add(msg`hose to pipe thread`, hose(half), joint('taper', s, pipeHalf));

/** A pipe's own fittings: couplings, and adaptors to threads. */
function ends(
  kind: JointKind,
  half: Joint['half'],
  sizes: readonly string[],
  threads: (size: string) => readonly string[],
  word: string,
): void {
  const standards: ('taper' | 'parallel')[] = ['taper', 'parallel'];
  for (const s of sizes) {
    const own = joint(kind, s, half);
    add(msg`${word} coupling`, own, own, msg`${word} coupling, ${sizeWords(s)}`);
    for (const standard of standards)
      for (const t of threads(s))
        for (const side of ['male', 'female'] as const)
          add(msg`${word} adaptor`, own, joint(standard, t, side));
  }
  for (const [small, large] of pairs(sizes, 2))
    add(
      msg`${word} reducer`,
      joint(kind, large, half),
      joint(kind, small, half),
      msg`${word} reducer, ${sizeWords(large)} to ${sizeWords(small)}`,
    );
}
/** A size of thread and its neighbours, its own first: adaptors are sold to all three. */
const nearThreads = (s: string): string[] => {
  const all: readonly string[] = THREADS;
  const i = all.indexOf(s);
  return [s, all[i - 1], all[i + 1]].filter((t) => t !== undefined);
};
ends('barb', 'male', INSERTS, nearThreads, msg`insert`);
ends('barb', 'male', TUBINGS, (s) => TUBING_THREADS[s], msg`tubing`);
ends(
  'comp',
  'female',
  COMPRESSIONS,
  (s) => COMPRESSION_THREADS[s as (typeof COMPRESSIONS)[number]],
  msg`compression`,
);
ends('slip', 'female', SLIPS, nearThreads, msg`slip`);
ends('flat', 'male', LAYFLATS, nearThreads, msg`layflat`);
ends('flat', 'male', ['16mm'], () => ['1/2', '3/4'], msg`oval hose`);
ends('flat', 'male', ['25mm'], () => ['3/4', '1'], msg`oval hose`);
ends('hosebarb', 'male', ['1/2', '5/8', '3/4', '1'], (s) => (s === '5/8' ? ['3/4'] : [s]), msg`hose`);
ends('tape', 'male', TAPES, (s) => (s === '35mm' ? ['1'] : ['1/2', '3/4']), msg`tape`);
// Glued reducers go into a fitting as a pipe does.
for (const [small, large] of pairs(SLIPS, 3))
  add(
    '',
    joint('slip', large, 'male'),
    joint('slip', small, 'female'),
    msg`slip reducing bush, ${sizeWords(large)} to ${sizeWords(small)}`,
  );
// Small tubing and hose onto a garden tap.
for (const s of ['1/2', '5/8', '3/4'])
  for (const half of ['male', 'female'] as const)
    add(msg`hose end`, joint('hosebarb', s, 'male'), hose(half));
for (const s of ['1/2', '3/4', '1'])
  for (const half of ['male', 'female'] as const)
    if (s !== '1' || half === 'female') add(msg`insert to hose thread`, joint('barb', s, 'male'), hose(half));
for (const s of TUBINGS)
  for (const half of ['male', 'female'] as const)
    add(msg`tubing to hose thread`, joint('barb', s, 'male'), hose(half));
add(msg`hose to layflat`, joint('flat', '1', 'male'), hose('female'));
// Small tubing among its own sizes and to tape and the thin line.
add(msg`tubing coupling`, joint('barb', '1/2', 'male'), joint('barb', '17mm', 'male'));
add(msg`tubing coupling`, joint('barb', '1/2', 'male'), joint('barb', '16mm', 'male'));
add(msg`tubing coupling`, joint('barb', '3/4', 'male'), joint('barb', '20mm', 'male'));
for (const t of TAPES.slice(0, 2))
  for (const s of ['1/2', '13mm', '16mm', '17mm', '20mm'])
    add(msg`tape to tubing`, joint('tape', t, 'male'), joint('barb', s, 'male'));
add(
  msg`thin line coupling`,
  joint('barb', '1/4', 'male'),
  joint('barb', '1/4', 'male'),
  msg`thin line coupling, ¼ in`,
);
add(msg`thin line to thread`, joint('barb', '1/4', 'male'), joint('taper', '1/2', 'male'));
add(msg`thin line to thread`, joint('barb', '1/4', 'male'), joint('parallel', '1/2', 'male'));
for (const s of ['1/2', '16mm', '17mm', '13mm'])
  add(msg`thin line to tubing`, joint('barb', '1/4', 'male'), joint('barb', s, 'male'));

// Between two fittings of a pipe's own kind goes a short piece of that pipe.
for (const [kind, half, sizes] of [
  ['barb', 'female', [...INSERTS, ...TUBINGS, '1/4']],
  ['comp', 'male', COMPRESSIONS],
  ['slip', 'male', SLIPS],
  ['flat', 'female', [...LAYFLATS, '16mm', '25mm']],
  ['hosebarb', 'female', ['1/2', '5/8', '3/4', '1']],
] as [JointKind, Joint['half'], readonly string[]][])
  for (const s of sizes) {
    const own = joint(kind, s, half);
    add('', own, own, msg`short piece of pipe, ${sizeWords(s)}, for ${STUB_WORDS[kind]}`);
    stubs.add(list[list.length - 1].id);
  }
add(msg`tape to hose thread`, joint('tape', '16mm', 'male'), joint('hose', '3/4', 'female'));

/** Generic stock fittings of both families. */
export const FITTINGS: readonly Fitting[] = [...new Map(list.map((f) => [f.id, f])).values()];
const byKey = new Map(FITTINGS.map((f) => [f.id, f]));
export const fittingOf = (id: string): Fitting | undefined => byKey.get(id);

/** Whether it is a short piece of pipe, cut from what is bought. */
export const isStub = ({ id }: Fitting): boolean => stubs.has(id);
const STUB_PIPES: Partial<Record<JointKind, string>> = {
  barb: 'pe',
  comp: 'pe',
  slip: 'pvc',
  flat: 'layflat',
  hosebarb: 'hose',
};
/** The pipe that a short piece is cut from; none where the catalogue has none of its size. */
export function stubPipe({ a }: Fitting): string | undefined {
  const id =
    a.kind === 'flat' && a.size.endsWith('mm')
      ? `oval-${parseInt(a.size)}`
      : `${STUB_PIPES[a.kind]}-${a.size.replace('mm', '')}`;
  return PIPES.some((p) => p.id === id) ? id : undefined;
}
