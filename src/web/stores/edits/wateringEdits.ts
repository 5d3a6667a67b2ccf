import type { Refusal } from '../plan';
import { assign } from './fields';
import type { PlanStore } from './bound';
import { wateringChange } from './wateringChange';

/** Edits of need, hours, season, feed, climate and what may be drawn. */
export function wateringEdits(plan: PlanStore) {
  const change = wateringChange(plan);
  /** Fields of one part of the watering: need, day, season, feeding, climate, what may be drawn. */
  const part =
    (name: 'need' | 'day' | 'season' | 'feeding' | 'climate' | 'allowed') =>
    (fields: object, label: string, gesture?: string): Refusal | undefined =>
      change(
        label,
        (w) => assign(((w as Record<string, unknown>)[name] ??= {}) as Record<string, unknown>, fields),
        gesture,
      );
  const hours = (
    name: 'pump' | 'cool' | 'person',
    fields: { fromMin?: number; toMin?: number },
    label: string,
    gesture?: string,
  ): Refusal | undefined =>
    change(
      label,
      (w) => {
        const day = (w.day ??= {});
        assign((day[name] ??= {}) as Record<string, unknown>, fields);
      },
      gesture,
    );

  return {
    watering: change,
    need: part('need'),
    dayRules: part('day'),
    season: part('season'),
    feeding: part('feeding'),
    climate: part('climate'),
    allowed: part('allowed'),
    hours,
  };
}
