import { layOut } from '../../layout';
import { finding, type Check } from '../types';

const NAMED = 4;

/** A set names beds that are not laid, as after beds were removed or a file was written by hand: nothing opens for them. */
export const setBedsGone: Check = (plan) => {
  if (plan.watering.sets.length === 0) return [];
  const laid = new Map(layOut(plan).blocks.map((b) => [b.block.id, new Set(b.beds.map((bed) => bed.key))]));
  return plan.watering.sets.flatMap((set) => {
    const gone = set.beds.flatMap(({ block, keys }) =>
      (keys ?? []).filter((key) => !laid.get(block)?.has(key)).map((key) => ({ block, key })),
    );
    if (gone.length === 0) return [];
    const block = Math.max(
      0,
      plan.blocks.findIndex((b) => b.id === gone[0].block),
    );
    const names = gone.slice(0, NAMED).map((g) => g.key);
    return [
      finding(
        'set-beds-gone',
        'mend',
        { kind: 'block', block },
        {
          measured: gone.length,
          names: { set: set.name, beds: gone.length > NAMED ? `${names.join(', ')} …` : names.join(', ') },
        },
      ),
    ];
  });
};
