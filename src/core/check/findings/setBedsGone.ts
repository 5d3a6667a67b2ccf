import { layOut } from '../../layout';
import type { Found } from '../finding';
import { findingKind, plural, type Whole } from '../kind';
import { rebuiltSets } from '../offers';

type Said = { set: string; block: string; beds: string };

const NAMED = 4;

/** A set names beds that are not laid, as after beds were removed or a file was written by hand: nothing opens for them. */
export const setBedsGone = findingKind({
  code: 'set-beds-gone',
  stage: 'sets',
  findInWhole({ plan }: Whole): Found<Said>[] {
    if (plan.watering.sets.length === 0) return [];
    const laid = new Map(layOut(plan).blocks.map((b) => [b.block.id, new Set(b.beds.map((bed) => bed.key))]));
    return plan.watering.sets.flatMap((set) => {
      const gone = set.beds.flatMap(({ block, keys }) =>
        (keys ?? []).filter((key) => !laid.get(block)?.has(key)).map((key) => ({ block, key })),
      );
      if (gone.length === 0) return [];
      const names = gone.slice(0, NAMED).map((g) => g.key);
      return {
        grade: 'mend',
        place: { kind: 'set', set: set.id },
        measured: gone.length,
        says: {
          set: set.name,
          block: plan.blocks.find((b) => b.id === gone[0].block)?.name ?? 'a block that is gone',
          beds: gone.length > NAMED ? `${names.join(', ')} …` : names.join(', '),
        },
      };
    });
  },
  words: ({ measured, says }) => ({
    title: `${says.set} names ${plural(measured, 'bed')} that ${measured === 1 ? 'does' : 'do'} not exist`,
    howMuch: `Bed ${says.beds} of ${says.block}: nothing opens for ${measured === 1 ? 'it' : 'them'}.`,
    why: 'The beds were removed, or the block now has fewer, after the set was made.',
    tries: ['put the beds that are there into sets again', 'rebuild the sets'],
  }),
  alike: ({ says }) => says.set,
  offers: rebuiltSets,
});
