import { computed } from 'vue';
import { msg } from '../../core/language';
import { cropName } from '../../core/plan';
import type { LaidBed } from '../../core/layout';
import type { Beds, WaterSet } from '../../core/plan';
import { useOpening } from '../stores/opening';
import { usePlan } from '../stores/plan';
import { useTools } from '../stores/tools';
import { cropInk, inkAt, setInk } from './crops';

/** What a bed is coloured by: a key that like beds share, its colour and its word. */
export interface Paint {
  key: string;
  ink: string;
  word: string;
}

/** The set that opens each bed: by block, and by bed. */
function setsByBed(sets: readonly WaterSet[]): Map<string, { i: number; name: string; id: string }> {
  const found = new Map<string, { i: number; name: string; id: string }>();
  sets.forEach((s, i) =>
    s.beds.forEach(({ block, keys }) => {
      for (const key of keys ?? ['']) found.set(`${block}/${key}`, { i, name: s.name, id: s.id });
    }),
  );
  return found;
}

/** How beds are coloured, by what the legend shows. */
export function useBedPaint() {
  const plan = usePlan();
  const opening = useOpening();
  const sets = computed(() => setsByBed(opening.sets));
  const tools = useTools();
  const tapes = computed(() => new Map(plan.full.tapes.map((t, i) => [t.id, { name: t.name, i }])));

  function paintOf(beds: Beds, bed: LaidBed, block: string): Paint | undefined {
    if (tools.shown === 'set') {
      const set = bed.resting
        ? undefined
        : (sets.value.get(`${block}/${bed.key}`) ?? sets.value.get(`${block}/`));
      return set && { key: set.id, ink: setInk(set.i), word: set.name };
    }
    if (tools.shown === 'use') {
      return bed.resting ? { key: 'resting', ink: inkAt(4), word: msg`resting` } : undefined;
    }
    if (tools.shown === 'tape') {
      const found = tapes.value.get(bed.single?.tape ?? '');
      return found && { key: bed.single!.tape!, ink: inkAt(found.i), word: found.name };
    }
    if (tools.shown === 'runs')
      return bed.runs === beds.runsPerBed
        ? undefined
        : { key: String(bed.runs), ink: inkAt(bed.runs), word: `${bed.runs}` };
    const crop = bed.single?.crop ?? (beds.crop === 'none' ? undefined : beds.crop);
    return crop
      ? { key: crop, ink: cropInk(crop, plan.full.watering.ownCrops), word: cropName(plan.full, crop) }
      : undefined;
  }

  /** All that the colours of a block's beds hang on: while each is the same object they need not be asked for. */
  const paintedBy = (beds: Beds): readonly unknown[] => [
    beds,
    tools.shown,
    tools.shown === 'set' ? sets.value : undefined,
    tools.shown === 'tape' ? plan.full.tapes : undefined,
    tools.shown === 'crop' ? plan.full.watering.ownCrops : undefined,
  ];

  return { paintOf, paintedBy };
}
