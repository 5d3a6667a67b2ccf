import type { Draft } from 'immer';
import { msg } from '../language';
import type { FullPlan, Plan, Plant, SourceQuestion } from '../plan';
import type { Asked, Question } from './types';

type Fields = Record<string, unknown>;
/** The stated source in use, of which any field may be set. */
const sourceOf = (draft: Draft<Plan>): Fields => draft.sources[0] as unknown as Fields;
const bedsOf = (draft: Draft<Plan>, i: number): Fields => (draft.blocks[i].beds ??= {}) as Fields;

/** Places on the sheet are kept to the centimetre. */
const round = (m: number): number => Number(m.toFixed(2));

const asked = (
  label: string,
  kind: Asked['kind'],
  [before, after]: [string, string],
  [least, most]: [number, number],
  get: Asked['get'],
  put: Asked['put'],
  measures: string[] = [],
): Asked => ({ label, kind, before, after, least, most, get, put, measures });

/** What a kind of source asks of itself, of the plan's first source. */
export const ofSource = <S>({ fields, ...question }: SourceQuestion<S>): Question => ({
  ...question,
  fields: fields.map(({ label, kind, words, bounds, get, put, measures }) =>
    asked(
      label,
      kind,
      [...words],
      [...bounds],
      (p) => get(p.sources[0] as S),
      (d, v, p) => put(sourceOf(d), v, p.sources[0] as S),
      [...measures],
    ),
  ),
});

/** How far the beds are from the source, and how much higher. The first block is fed at its own near left corner. */
export const way = (what: string): Question => ({
  id: 'way',
  ask: msg`How far is it from ${what} to the beds?`,
  how: msg`Pace it along the ground, the way the pipe will lie. Know your step: pace along a tape measure first.`,
  picture: 'pace',
  fields: [
    asked(
      msg`Distance to the beds`,
      'length',
      [msg`From ${what} it is`, msg`to where the first bed begins.`],
      [0.2, 1000],
      (p) => Math.hypot(p.sources[0].xM - p.blocks[0].xM, p.sources[0].yM - p.blocks[0].yM),
      (d, v, p) => {
        sourceOf(d).xM = round(p.blocks[0].xM - v);
        sourceOf(d).yM = round(p.blocks[0].yM);
      },
    ),
  ],
});

export const rise = (what: string): Question => ({
  id: 'rise',
  ask: msg`Do the beds lie higher or lower than ${what}?`,
  how: msg`Fill a clear hose with water, hold its ends at both places: the water stands level in it. Or sight along a level board. Type a minus if the beds are lower.`,
  picture: 'rise',
  fields: [
    asked(
      msg`Beds higher by`,
      'height',
      [msg`The ground at the beds is`, msg`higher than at ${what}.`],
      [-60, 60],
      (p) => p.blocks[0].heightM - p.sources[0].heightM,
      (d, v, p) => {
        for (const b of d.blocks) b.heightM = round(p.sources[0].heightM + v);
      },
    ),
  ],
});

/** Beds of a block; `all` where its other blocks are alike. */
export const beds = (all = false): Question => {
  const each = (d: Draft<Plan>, set: (b: Fields) => void): void => {
    for (let i = 0; i < (all ? d.blocks.length : 1); i++) set(bedsOf(d, i));
  };
  const field = (
    name: string,
    label: string,
    kind: Asked['kind'],
    words: [string, string],
    bounds: [number, number],
  ) =>
    asked(
      label,
      kind,
      words,
      bounds,
      (p) => (p.blocks[0].beds as unknown as Record<string, number>)[name],
      (d, v) => each(d, (b) => void (b[name] = kind === 'count' ? Math.round(v) : v)),
    );
  return {
    id: 'beds',
    ask: all ? msg`How many beds has each, and how large?` : msg`How many beds, and how large?`,
    how: msg`Measure one bed with a tape or by paces; a run is one line of tape or dripline along a bed.`,
    picture: 'beds',
    fields: [
      field('count', msg`Number of beds`, 'count', [all ? msg`Each has` : msg`There are`, 'beds,'], [1, 500]),
      field('lengthM', msg`Length of a bed`, 'length', [msg`each`, msg`long`], [0.3, 500]),
      field('widthM', msg`Width of a bed`, 'width', [msg`and`, msg`wide,`], [0.1, 10]),
      field('runsPerBed', msg`Runs in a bed`, 'count', [msg`with`, msg`runs in each.`], [1, 8]),
    ],
  };
};

/** Inside of a tunnel. */
export const tunnel: Question = {
  id: 'tunnel',
  ask: msg`How large is the tunnel?`,
  how: msg`Measure its inside from wall to wall and from door to door.`,
  picture: 'beds',
  fields: (
    [
      ['widthM', msg`Width of the tunnel`, 'width', [msg`Inside it is`, msg`wide`], [1, 50]],
      ['lengthM', msg`Length of the tunnel`, 'length', [msg`and`, msg`long;`], [2, 300]],
    ] as const
  )
    .map(([field, label, kind, words, bounds]): Asked =>
      asked(
        label,
        kind,
        [...words],
        [...bounds],
        (p) => p.blocks[0].tunnel![field],
        (d, v) => void ((d.blocks[0].tunnel ??= {})[field] = v),
      ),
    )
    .concat(
      asked(
        msg`Width of a bed`,
        'width',
        [msg`its beds are`, 'wide.'],
        [0.1, 10],
        (p) => p.blocks[0].beds.widthM,
        (d, v) => void (bedsOf(d, 0).widthM = v),
      ),
    ),
};

/** Plants of a block in rows from the feed on. */
export const plants = (block: number, what: string): Question => {
  const laid = (p: FullPlan) => p.blocks[block].places!;
  const apartM = (p: FullPlan): number => {
    const [a, b] = laid(p).plants;
    return a && b ? round(Math.hypot(b.xM - a.xM, b.yM - a.yM)) : 1;
  };
  const row = (count: number, apart: number): Plant[] =>
    Array.from({ length: Math.round(count) }, (_, i) => ({
      id: String(i + 1),
      xM: round((i + 1) * apart),
      yM: 0,
    }));
  const put = (d: Draft<Plan>, count: number, apart: number): void =>
    void ((d.blocks[block].places ??= {}).plants = row(count, apart));
  return {
    id: `plants-${block}`,
    ask: msg`How many ${what}, and how far apart?`,
    how: msg`Count them, and pace from one to the next. Move them to their own places on the sheet later.`,
    picture: 'plants',
    fields: [
      asked(
        msg`How many`,
        'count',
        [msg`There are`, `${what},`],
        [1, 500],
        (p) => laid(p).plants.length,
        (d, v, p) => put(d, v, apartM(p)),
      ),
      asked(msg`How far apart`, 'width', ['', 'apart;'], [0.1, 30], apartM, (d, v, p) =>
        put(d, laid(p).plants.length, v),
      ),
      asked(
        msg`Spread of each`,
        'width',
        [msg`the leaves of each spread`, 'across.'],
        [0.1, 20],
        (p) => laid(p).spreadM,
        (d, v) => void ((d.blocks[block].places ??= {}).spreadM = v),
      ),
    ],
  };
};
