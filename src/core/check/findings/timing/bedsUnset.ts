import { forms, msg } from '../../../language';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';
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
    title: msg`${measured} ${forms(measured, 'bed', 'beds')} in no set`,
    howMuch: `${says.beds}.`,
    why: msg`Nothing waters ${forms(measured, 'it', 'them')}.`,
    tries: [msg`paint them into a set`, msg`rebuild the sets`, msg`let them rest`],
  }),
  offers: rebuiltSets,
});
