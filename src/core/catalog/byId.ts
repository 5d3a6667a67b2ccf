import { msg } from '../language';
/** Looks entries of a list up by id. */
export const byId = <T extends { id: string }>(list: readonly T[], what: string) => {
  const map = new Map(list.map((entry) => [entry.id, entry]));
  return (id: string): T => {
    const found = map.get(id);
    if (!found) throw new Error(msg`no ${what} “${id}” among the typical parts`);
    return found;
  };
};
