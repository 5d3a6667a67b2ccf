import { ofPlan } from '../../facts/ofSets';
import { findingKind, plural, type Whole } from '../../kind';
import { rebuiltSets } from '../../offers';

const MOST_BLOCKS = 3;
const MOST_BEDS = 6;

/** Beds are in no set: nothing waters them. */
export const bedsUnset = findingKind({
  code: 'beds-unset',
  stage: 'sets',
  findInWhole({ plan, outlook }: Whole) {
    const unset = outlook?.unset ?? [];
    if (unset.length === 0) return [];
    const names = unset
      .slice(0, MOST_BLOCKS)
      .map(({ block, keys }) => {
        const more = keys.length > MOST_BEDS ? ' …' : '';
        return `${plan.blocks.find((b) => b.id === block)?.name}: ${keys.slice(0, MOST_BEDS).join(', ')}${more}`;
      })
      .join('; ');
    const beds = unset.reduce((n, u) => n + u.keys.length, 0);
    return [ofPlan({ grade: 'mend', measured: beds, says: { beds: names } })];
  },
  words: ({ measured, says }) => ({
    title: `${plural(measured, 'bed')} in no set`,
    howMuch: `${says.beds}.`,
    why: `Nothing waters ${measured === 1 ? 'it' : 'them'}.`,
    tries: ['paint them into a set', 'rebuild the sets', 'let them rest'],
  }),
  offers: rebuiltSets,
});
