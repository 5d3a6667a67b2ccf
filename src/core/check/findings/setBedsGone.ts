import { forms, msg } from '../../language';
import { layOut } from '../../layout';
import type { Found } from '../finding';
import { findingKind, type Whole } from '../kind';
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
          block: plan.blocks.find((b) => b.id === gone[0].block)?.name ?? msg`a block that is gone`,
          beds: gone.length > NAMED ? `${names.join(', ')} …` : names.join(', '),
        },
      };
    });
  },
  words: ({ measured, says }) => ({
    title: msg`${says.set} names ${measured} ${forms(measured, 'bed', 'beds')} that ${forms(measured, 'does', 'do')} not exist`,
    howMuch: msg`Bed ${says.beds} of ${says.block}: nothing opens for ${forms(measured, 'it', 'them')}.`,
    why: msg`The beds were removed, or the block now has fewer, after the set was made.`,
    tries: [msg`put the beds that are there into sets again`, msg`rebuild the sets`],
  }),
  alike: ({ says }) => says.set,
  offers: rebuiltSets,
});
