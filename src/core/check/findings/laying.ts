import { lastingSeasons, material } from '../../catalog/materials';
import { finding, type Check } from '../types';
import { tapesOf } from './tapes';

/** Tape laid round curves. */
export const tapeCurved: Check = (plan, results) =>
  tapesOf(results)
    .filter(({ block, tape }) => plan.blocks[block].beds.rows === 'curved' && !material(tape.kind).bends)
    .map(({ block, beds }) => finding('tape-curved', 'mend', { kind: 'block', block }, { values: { beds } }));

/** Thin tape on bare ground, where birds peck it, wind moves it and sun stretches it. */
export const tapePecked: Check = (_plan, results) =>
  tapesOf(results)
    .filter(({ tape }) => tape.lies === 'surface' && !material(tape.kind).tough)
    .map(({ block, beds }) => finding('tape-pecked', 'mind', { kind: 'block', block }, { values: { beds } }));

/** It is to last longer than its kind and wall commonly do. */
export const wearsOut: Check = (_plan, results) =>
  tapesOf(results).flatMap(({ block, tape }) => {
    const lasts = lastingSeasons(tape.kind, tape.wallMm);
    if (tape.seasons <= lasts) return [];
    return finding(
      'wears-out',
      'mind',
      { kind: 'block', block },
      {
        measured: tape.seasons,
        limit: lasts,
        kind: 'count',
        values: { wallMm: tape.wallMm, tape: tape.kind === 'tape' ? 1 : 0 },
        names: { what: material(tape.kind).name },
      },
    );
  });
