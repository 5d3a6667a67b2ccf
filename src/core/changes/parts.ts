import { msg } from '../language';
import type { ChangeMakers } from './types';
import { freePartId, ofBlock, partsIn, placeIn } from './drafts';
import { branchSource, HEAD, PLANNED_VALVE, type FullPlan } from '../plan';

type Parts =
  'set-pressure' | 'relief-opens' | 'add-part' | 'move-part' | 'swap-part' | 'remove-part' | 'vent-tee';

const where = (place: string, full: FullPlan): string => {
  const source = branchSource(place);
  if (source !== undefined)
    return msg` on the branch of ${full.sources.find((s) => s.id === source)?.name ?? source}`;
  return place === HEAD ? msg` in the head` : msg` at the inlet${ofBlock(full, place)}`;
};

/** A name of a part with its article: sizes begin with a digit or a fraction. */
const aOrAn = (name: string): string => (/^[aeiou]/.test(name) ? msg`an ${name}` : msg`a ${name}`);

/** Parts put in, taken out, moved, swapped and set. */
export const PARTS: ChangeMakers<Parts> = {
  'set-pressure': {
    make(draft, { place, id, setKpa }, full) {
      const part = partsIn(draft, place, full, id).find((p) => p.id === id);
      if (part) part.setKpa = setKpa;
    },
    says: ({ place, setKpa }, full, show) =>
      msg`set the regulator${place === HEAD ? msg` in the head` : ofBlock(full, place)} to ${show(setKpa, 'pressure')}`,
  },
  'relief-opens': {
    make(draft, { place, id, opensKpa }, full) {
      const part = partsIn(draft, place, full, id).find((p) => p.id === id);
      if (part) part.opensKpa = opensKpa;
    },
    says: ({ opensKpa }, _, show) => msg`set the relief valve to open at ${show(opensKpa, 'pressure')}`,
  },
  'add-part': {
    make(draft, { place, part, at, setKpa, opensKpa }, full) {
      const list = partsIn(draft, place, full);
      list.splice(placeIn(list, place, at, full), 0, {
        id: freePartId(draft, place, part, full),
        kind: part,
        ...(setKpa !== undefined && { setKpa }),
        ...(opensKpa !== undefined && { opensKpa }),
      });
    },
    says: ({ place, name, setKpa, opensKpa }, full, show) =>
      msg`add ${aOrAn(name)}${setKpa !== undefined ? msg` set to ${show(setKpa, 'pressure')}` : ''}${opensKpa !== undefined ? msg` that opens at ${show(opensKpa, 'pressure')}` : ''}${where(place, full)}`,
  },
  'move-part': {
    make(draft, { place, id, to }, full) {
      const list = partsIn(draft, place, full, id);
      const from = list.findIndex((p) => p.id === id);
      if (from < 0) return;
      const [part] = list.splice(from, 1);
      list.splice(placeIn(list, place, to, full), 0, part);
    },
    says: ({ name, before }) => msg`move the ${name} ${before}`,
  },
  'swap-part': {
    make(draft, { place, id, part }, full) {
      const list = partsIn(draft, place, full, id);
      const at = list.findIndex((p) => p.id === id);
      // A valve that was only planned: another in its place is the block's own.
      if (at < 0 && id === PLANNED_VALVE)
        list.unshift({ id: freePartId(draft, place, part, full), kind: part });
      if (at < 0) return;
      const { setKpa } = list[at];
      list[at] = { id, kind: part, ...(setKpa !== undefined && { setKpa }) };
    },
    says: ({ from, name }) => msg`use ${aOrAn(name)} instead of the ${from}`,
  },
  'remove-part': {
    make(draft, { place, id }, full) {
      const list = partsIn(draft, place, full, id);
      const at = list.findIndex((p) => p.id === id);
      if (at >= 0) list.splice(at, 1);
    },
    says: ({ place, name }, full) =>
      place === HEAD
        ? msg`take the ${name} out of the head`
        : msg`take the ${name} out of the inlet${ofBlock(full, place)}`,
  },
  'vent-tee': {
    make(draft, { tee }) {
      const found = draft.tees?.find((t) => t.id === tee);
      if (found) found.vent = true;
    },
    says: () => msg`add an air vent at the high point of the main`,
  },
};
