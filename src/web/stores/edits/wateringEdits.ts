import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import type { CropId } from '../../../core/catalog/crops';
import type { BedGroup, Plan, StatedWatering } from '../../../core/plan';
import { monthsOf, type DayWeather, type MonthClimate } from '../../../core/soil';
import type { usePlan, Refusal } from '../plan';
import type { BedRef } from '../view';
import { assign, freshId } from './fields';

type Watering = Draft<StatedWatering>;
type Sets = NonNullable<Watering['sets']>;

/** Edits of sets, need, hours, weather and feed. */
export function wateringEdits(plan: ReturnType<typeof usePlan>) {
  function change(label: string, make: (watering: Watering) => void, gesture?: string): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => {
        const watering = (draft.watering ??= {}) as Watering;
        make(watering);
        for (const [key, value] of Object.entries(watering))
          if (value === undefined || (typeof value === 'object' && Object.keys(value).length === 0))
            delete (watering as Record<string, unknown>)[key];
        if (Object.keys(watering).length === 0) delete draft.watering;
      },
      gesture,
    );
  }
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

  const allKeys = (block: string): string[] =>
    plan.laid.blocks
      .find((b) => b.block.id === block)
      ?.beds.filter((b) => !b.resting)
      .map((b) => b.key) ?? [];

  /** Takes a bed out of whatever sets it is in. */
  function takeOut(sets: Sets, { block, key }: BedRef): void {
    for (const set of sets)
      set.beds = set.beds.flatMap((g: BedGroup): BedGroup[] => {
        if (g.block !== block) return [g];
        const keys = (g.keys ?? allKeys(block)).filter((k) => k !== key);
        return keys.length > 0 ? [{ block, keys }] : [];
      });
  }

  /** Paints beds into a set, or with none out of all; a block behind one valve goes as a whole. */
  function putInSet(
    beds: readonly BedRef[],
    setId: string | undefined,
    gesture?: string,
  ): Refusal | undefined {
    const name = plan.full.watering.sets.find((s) => s.id === setId)?.name;
    return change(
      name ? msg`put beds into ${name}` : msg`take beds out of their sets`,
      (w) => {
        const sets = (w.sets ??= []);
        for (const bed of beds) {
          const whole = plan.blocks.find((b) => b.id === bed.block)?.valves === 'block';
          const own = sets.find((s) => s.id === setId);
          if (whole) {
            for (const s of sets) s.beds = s.beds.filter((g: BedGroup) => g.block !== bed.block);
            own?.beds.push({ block: bed.block });
            continue;
          }
          takeOut(sets, bed);
          if (!own) continue;
          const group = own.beds.find((g: BedGroup) => g.block === bed.block);
          if (group) {
            const order = allKeys(bed.block);
            const keys = new Set([...(group.keys ?? order), bed.key]);
            group.keys = order.filter((k) => keys.has(k));
          } else own.beds.push({ block: bed.block, keys: [bed.key] });
        }
      },
      gesture,
    );
  }

  /** A further set with no beds yet. Returns its id. */
  function addSet(): string {
    const id = freshId(plan.full.watering.sets, 'set');
    change(msg`add a set`, (w) => void (w.sets ??= []).push({ id, beds: [] }));
    return id;
  }
  /** Sets water one after the other: this one at another place among them. */
  function moveSet(id: string, to: number, gesture?: string): Refusal | undefined {
    const { sets } = plan.full.watering;
    const from = sets.findIndex((s) => s.id === id);
    const place = Math.max(0, Math.min(to, sets.length - 1));
    if (from < 0 || place === from) return undefined;
    return change(
      msg`water ${sets[from].name} as number ${place + 1}`,
      (w) => {
        const [moved] = w.sets!.splice(from, 1);
        w.sets!.splice(place, 0, moved);
      },
      gesture,
    );
  }
  function removeSet(id: string): void {
    const name = plan.full.watering.sets.find((s) => s.id === id)?.name ?? msg`the set`;
    change(msg`take ${name} away`, (w) => void (w.sets = w.sets?.filter((s) => s.id !== id)));
  }
  function setFields(
    id: string,
    fields: { name?: string; source?: string; starts?: number[]; minutes?: number },
    label: string,
    gesture?: string,
  ): Refusal | undefined {
    return change(
      label,
      (w) => {
        const found = w.sets?.find((s) => s.id === id);
        if (found) assign(found as unknown as Record<string, unknown>, fields);
      },
      gesture,
    );
  }
  /** All starts laid out by the day's rules again. */
  const freeStarts = (): Refusal | undefined =>
    change(msg`plan the day again`, (w) => w.sets?.forEach((s) => delete s.starts));

  const blockValves = (block: string, valves: 'block' | 'beds' | 'runs' | undefined): Refusal | undefined =>
    plan.edit(msg`change where the valves are`, (draft) => {
      const b = draft.blocks.find((x) => x.id === block)!;
      assign(b as Record<string, unknown>, { valves });
      // Behind one valve a block is in one set as a whole.
      if (valves !== 'block') return;
      let seen = false;
      for (const s of draft.watering?.sets ?? [])
        s.beds = s.beds.flatMap((g): Draft<BedGroup>[] => {
          if (g.block !== block) return [g];
          if (seen) return [];
          seen = true;
          return [{ block }];
        });
    });

  /** Turns valves for evenness: those of the beds that a set opens. */
  function turnValves(
    valves: readonly (readonly [string, readonly (readonly [string, number])[]])[],
    of: readonly BedGroup[],
  ): void {
    const turned = new Map(valves.map(([block, beds]) => [block, new Map(beds)]));
    plan.edit(msg`turn valves for evenness`, (draft) => {
      for (const { block, keys } of of) {
        const b = draft.blocks.find((x) => x.id === block);
        if (!b) continue;
        const own = turned.get(block);
        const beds = (b.beds ??= {});
        const single = { ...beds.single };
        for (const key of keys ?? allKeys(block)) {
          const deg = own?.get(key);
          const now = { ...single[key], ...(deg ? { valveDeg: deg } : {}) };
          if (!deg) delete now.valveDeg;
          if (Object.keys(now).length > 0) single[key] = now;
          else delete single[key];
        }
        if (Object.keys(single).length > 0) beds.single = single;
        else delete beds.single;
      }
    });
  }
  const openValves = (): Refusal | undefined =>
    plan.edit(msg`open all valves`, (draft) => {
      for (const b of draft.blocks)
        for (const [key, s] of Object.entries(b.beds?.single ?? {})) {
          delete s.valveDeg;
          if (Object.keys(s).length === 0) delete b.beds!.single![key];
        }
    });

  const plantCrop = (crop: string, date: string | undefined, gesture?: string): Refusal | undefined =>
    change(
      msg`set a planting date`,
      (w) => assign((w.planted ??= {}) as Record<string, unknown>, { [crop]: date }),
      gesture,
    );
  function cropFields(crop: string, fields: object, gesture?: string): Refusal | undefined {
    return change(
      msg`change what a crop needs`,
      (w) => {
        const crops = (w.crops ??= {}) as Record<string, Record<string, unknown>>;
        assign((crops[crop] ??= {}), fields);
        if (Object.keys(crops[crop]).length === 0) delete crops[crop];
      },
      gesture,
    );
  }

  /** A crop of the grower's own, like one of the table; beds can be painted with it at once. */
  function addOwnCrop(name: string, like: CropId): string | undefined {
    const id = freshId(plan.full.watering.ownCrops, 'crop');
    const refused = change(msg`add ${name}`, (w) => {
      w.ownCrops = [...(w.ownCrops ?? []), { id, name, like }] as typeof w.ownCrops;
    });
    return refused ? undefined : id;
  }
  /** Takes an own crop away: beds painted with it are painted with the crop that it is like. */
  function removeOwnCrop(id: string): Refusal | undefined {
    const own = plan.full.watering.ownCrops.find((c) => c.id === id);
    if (!own) return undefined;
    return plan.edit(msg`take ${own.name} away`, (draft) => {
      const w = draft.watering as Watering;
      w.ownCrops = w.ownCrops!.filter((c) => c.id !== id) as typeof w.ownCrops;
      if (w.ownCrops!.length === 0) delete w.ownCrops;
      for (const told of [w.crops, w.planted] as (Record<string, unknown> | undefined)[])
        if (told) delete told[id];
      for (const b of draft.blocks) {
        if (b.beds?.crop === id) b.beds.crop = own.like;
        for (const single of Object.values(b.beds?.single ?? {}))
          if (single.crop === id) single.crop = own.like;
      }
    });
  }
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
  const cover = (block: string, id: string): Refusal | undefined =>
    plan.edit(msg`choose what covers the soil`, (draft) => {
      const b = draft.blocks.find((x) => x.id === block);
      if (b) (b.beds ??= {}).cover = id as never;
    });

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

  return {
    watering: change,
    need: part('need'),
    dayRules: part('day'),
    season: part('season'),
    feeding: part('feeding'),
    hours,
    putInSet,
    addSet,
    moveSet,
    removeSet,
    setFields,
    freeStarts,
    blockValves,
    turnValves,
    openValves,
    climate: part('climate'),
    allowed: part('allowed'),
    addOwnCrop,
    removeOwnCrop,
    monthFields,
    likeLast,
    cover,
    plantCrop,
    cropFields,
    takeWeather,
    weatherFields,
    dropWeather,
    addNote,
    removeNote,
  };
}
