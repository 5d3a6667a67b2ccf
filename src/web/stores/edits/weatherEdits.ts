import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import type { Plan } from '../../../core/plan';
import { monthsOf, type DayWeather, type MonthClimate } from '../../../core/soil';
import type { Refusal } from '../plan';
import { assign, freshId } from './fields';
import { boundTo, type PlanStore } from './bound';
import { wateringChange } from './wateringChange';

/** Changes figures of one month; the others stay as they are assumed or told. */
const monthFields = (
  plan: PlanStore,
  month: number,
  fields: Partial<MonthClimate>,
  label: string,
  gesture?: string,
): Refusal | undefined =>
  wateringChange(plan)(
    label,
    (w) => {
      const { kind, latDeg, months } = plan.full.watering.climate;
      const now = (months ?? monthsOf(kind, latDeg)).map((m) => ({ ...m }));
      assign(now[month] as unknown as Record<string, unknown>, fields);
      w.climate = { ...w.climate, months: now } as typeof w.climate;
    },
    gesture,
  );

const likeLast = (plan: PlanStore, on: boolean): Refusal | undefined =>
  wateringChange(plan)(
    on ? msg`use the weather of another year for this one` : msg`take weather only for its own days`,
    (w) => {
      if (on) (w.weather ??= {}).likeLast = true;
      else if (w.weather) delete w.weather.likeLast;
    },
  );

/** Takes days of weather: those of a date that is there already are replaced. */
function takeWeather(
  plan: PlanStore,
  days: readonly DayWeather[],
  from?: { place: string; station: object },
): Refusal | undefined {
  return wateringChange(plan)(from ? msg`take the weather of ${from.place}` : msg`take weather`, (w) => {
    const weather = (w.weather ??= {});
    const known = new Map((weather.days ?? []).map((d) => [d.date, d]));
    for (const d of days) known.set(d.date, { ...d });
    weather.days = [...known.values()].sort((a, b) => a.date.localeCompare(b.date));
    if (from) Object.assign(weather, { place: from.place, station: { ...from.station } });
  });
}

const weatherFields = (
  plan: PlanStore,
  fields: object,
  label: string,
  gesture?: string,
): Refusal | undefined =>
  wateringChange(plan)(
    label,
    (w) => assign(((w.weather ??= {}).station ??= {}) as Record<string, unknown>, fields),
    gesture,
  );

const dropWeather = (plan: PlanStore): Refusal | undefined =>
  wateringChange(plan)(msg`remove the weather`, (w) => void delete w.weather);

function addNote(plan: PlanStore, date: string, block: string, feel: string): Refusal | undefined {
  const id = freshId(plan.full.watering.notes, 'note');
  return wateringChange(plan)(msg`note how the soil feels`, (w) => {
    const notes = (w.notes ??= []) as Draft<NonNullable<Plan['watering']>['notes']>;
    const others = (notes ?? []).filter((n) => n.date !== date || n.block !== block);
    w.notes = [...others, { id, date, block, feel }] as typeof w.notes;
  });
}

const removeNote = (plan: PlanStore, id: string): Refusal | undefined =>
  wateringChange(plan)(msg`take a note away`, (w) => void (w.notes = w.notes?.filter((n) => n.id !== id)));

/** Edits of weather and climate, and how the soil felt. */
export const weatherEdits = (plan: PlanStore) =>
  boundTo(plan, {
    monthFields,
    likeLast,
    takeWeather,
    weatherFields,
    dropWeather,
    addNote,
    removeNote,
  });
