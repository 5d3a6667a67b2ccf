import { readFileSync } from 'node:fs';
import { fillIn, readPlan, type FullPlan } from '../plan';
import { planOf, sketchOf } from '../sketches';
import { buildLibrary, type Library } from './diagnosis/library';
import { openFarm } from './diagnosis/openFarm';

/** A demo, filled in. */
export function demoPlan(name: string): FullPlan {
  const read = readPlan(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(`${name} is no plan`);
  return fillIn(read.plan);
}
export const sketchPlan = (id: string): FullPlan => fillIn(planOf(sketchOf(id)!, 'metric'));

const libraries = new Map<string, Library>();
/** The library of a demo or sketch with its first set open, made once. */
export function libraryOf(name: string): Library {
  let found = libraries.get(name);
  if (!found) {
    const plan = sketchOf(name) ? sketchPlan(name) : demoPlan(name);
    libraries.set(name, (found = buildLibrary(openFarm(plan, plan.watering.sets[0]?.id))));
  }
  return found;
}
