import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import type { Plan } from '../../../core/plan';
import { monthsOf, type DayWeather, type MonthClimate } from '../../../core/soil';
import type { Refusal } from '../plan';
import { assign, freshId } from './fields';
import { wateringChange, type PlanStore } from './wateringChange';

/** Edits of weather and climate, and how the soil felt. */
export function weatherEdits(plan: PlanStore) {
  const change = wateringChange(plan);
  /** Changes figures of one month; the others stay as they are assumed or told. */
  const monthFields = (
    month: number,
    fields: Partial<MonthClimate>,
    label: string,
    gesture?: string,
  ): Refusal | undefined =>
    change(
      label,
      (w) => {
        const { kind, latDeg, months } = plan.full.watering.climate;
        const now = (months ?? monthsOf(kind, latDeg)).map((m) => ({ ...m }));
        assign(now[month] as unknown as Record<string, unknown>, fields);
        w.climate = { ...w.climate, months: now } as typeof w.climate;
      },
      gesture,
    );
  const likeLast = (on: boolean): Refusal | undefined =>
    change(
      on ? msg`use the weather of another year for this one` : msg`take weather only for its own days`,
      (w) => {
        if (on) (w.weather ??= {}).likeLast = true;
        else if (w.weather) delete w.weather.likeLast;
      },
    );
  /** Takes days of weather: those of a date that is there already are replaced. */
  function takeWeather(
    days: readonly DayWeather[],
    from?: { place: string; station: object },
  ): Refusal | undefined {
    return change(from ? msg`take the weather of ${from.place}` : msg`take weather`, (w) => {
      const weather = (w.weather ??= {});
      const known = new Map((weather.days ?? []).map((d) => [d.date, d]));
      for (const d of days) known.set(d.date, { ...d });
      weather.days = [...known.values()].sort((a, b) => a.date.localeCompare(b.date));
      if (from) Object.assign(weather, { place: from.place, station: { ...from.station } });
    });
  }
  const weatherFields = (fields: object, label: string, gesture?: string): Refusal | undefined =>
    change(
      label,
      (w) => assign(((w.weather ??= {}).station ??= {}) as Record<string, unknown>, fields),
      gesture,
    );
  const dropWeather = (): Refusal | undefined =>
    change(msg`remove the weather`, (w) => void delete w.weather);

  function addNote(date: string, block: string, feel: string): Refusal | undefined {
    const id = freshId(plan.full.watering.notes, 'note');
    return change(msg`note how the soil feels`, (w) => {
      const notes = (w.notes ??= []) as Draft<NonNullable<Plan['watering']>['notes']>;
      const others = (notes ?? []).filter((n) => n.date !== date || n.block !== block);
      w.notes = [...others, { id, date, block, feel }] as typeof w.notes;
    });
  }
  const removeNote = (id: string): Refusal | undefined =>
    change(msg`take a note away`, (w) => void (w.notes = w.notes?.filter((n) => n.id !== id)));

  return { monthFields, likeLast, takeWeather, weatherFields, dropWeather, addNote, removeNote };
}
