import { msg } from '../../language';
import { FEED } from '../model/placesTypes';
import type { FullPlan, Places } from '../model/types';

type Add = (path: string, what: string) => void;

/** Small pipe leads back to the feed, and what hangs on it hangs on a piece there is. */
export function checkPlaces(plan: FullPlan, add: Add): void {
  plan.blocks.forEach(({ places }, i) => {
    if (!places) return;
    checkBlock(places, `blocks[${i}].places`, add);
    if (places.tape !== undefined && !plan.tapes.some((t) => t.id === places.tape))
      add(`blocks[${i}].places.tape`, msg`there is no tape “${places.tape}”`);
  });
}

function checkBlock({ beds, joints, loops, plants }: Places, path: string, add: Add): void {
  const from = new Map(joints.map((j) => [j.id, j.from]));
  joints.forEach((j, i) => {
    const field = `${path}.joints[${i}]`;
    if (j.id === FEED) return add(`${field}.id`, msg`“${FEED}” is where the pipe begins: give it another id`);
    if (j.from !== FEED && !from.has(j.from)) return add(`${field}.from`, msg`there is no joint “${j.from}”`);
    let at = j.from;
    for (let steps = 0; at !== FEED && from.has(at) && steps <= joints.length; steps++) at = from.get(at)!;
    if (at !== FEED && from.has(at)) add(`${field}.from`, msg`this pipe does not lead back to the feed`);
  });
  const known = (id: string): boolean => id === FEED || from.has(id);
  loops.forEach((l, i) => {
    for (const end of ['a', 'b'] as const)
      if (!known(l[end])) add(`${path}.loops[${i}].${end}`, msg`there is no joint “${l[end]}”`);
    if (l.a === l.b) add(`${path}.loops[${i}].b`, msg`a ring is closed between two joints`);
  });
  plants.forEach((p, i) => {
    if (beds !== p.id.startsWith('p'))
      add(
        `${path}.plants[${i}].id`,
        beds
          ? msg`beside beds a plant’s number stands after a p, so that it is no bed’s`
          : msg`a p before a plant’s number is for plants beside beds`,
      );
    if (p.on !== undefined && !from.has(p.on))
      add(`${path}.plants[${i}].on`, msg`there is no joint “${p.on}”`);
  });
}
