import type { Draft } from 'immer';
import { defineStore } from 'pinia';
import type { Plan } from '../../core/plan';
import { usePlan, type Refusal } from './plan';

type BlockPart = 'beds' | 'tape' | 'ground' | 'header' | 'main' | 'regulator';
type Stated = Plan['blocks'][number];
type Source = Plan['sources'][number];

/** Edits named in the grower's terms, over the plan's history. */
export const useEdits = defineStore('edits', () => {
  const plan = usePlan();

  /** Sets fields of one part of the block; `undefined` goes back to the default. */
  function block<P extends BlockPart>(
    part: P,
    fields: Partial<NonNullable<Stated[P]>>,
    label: string,
    gesture?: string,
  ): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => {
        const b = draft.blocks[0] as unknown as Record<string, Record<string, unknown> | undefined>;
        const target = (b[part] ??= {});
        assign(target, fields);
      },
      gesture,
    );
  }

  function source(fields: Record<string, unknown>, label: string, gesture?: string): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => assign(draft.sources[plan.sourceIndex] as unknown as Record<string, unknown>, fields),
      gesture,
    );
  }

  function head(
    part: 'backflow' | 'filter',
    fields: Record<string, unknown>,
    label: string,
    gesture?: string,
  ): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => assign(((draft.head ??= {})[part] ??= {}) as Record<string, unknown>, fields),
      gesture,
    );
  }

  function wishes(fields: NonNullable<Plan['wishes']>, label: string, gesture?: string): Refusal | undefined {
    return plan.edit(
      label,
      (draft) => assign((draft.wishes ??= {}) as Record<string, unknown>, fields),
      gesture,
    );
  }

  /** Length of one bed; the common length when `bed` is not given. */
  function bedLength(bed: number | undefined, lengthM: number, gesture?: string): Refusal | undefined {
    if (bed === undefined) {
      return plan.edit(
        'set the beds’ length',
        (draft) => {
          const beds = (draft.blocks[0].beds ??= {});
          beds.lengthM = lengthM;
          delete beds.lengthsM;
        },
        gesture,
      );
    }
    const label = `${lengthM < (plan.block.beds.lengthsM[bed] ?? plan.block.beds.lengthM) ? 'shorten' : 'lengthen'} bed ${bed}`;
    return plan.edit(
      label,
      (draft) => {
        const beds = (draft.blocks[0].beds ??= {});
        (beds.lengthsM ??= {})[String(bed)] = lengthM;
      },
      gesture,
    );
  }

  /** The other kind of source. What was stated of the first stays in the plan, and comes back with it. */
  function sourceKind(kind: Source['kind']): void {
    plan.edit(kind === 'tank' ? 'water from a tank' : 'water from a tap', (draft) => {
      const other = draft.sources.find((s) => s.kind === kind);
      if (other) {
        draft.sourceId = other.id;
        return;
      }
      const now = plan.source;
      const id = `source-${draft.sources.length + 1}`;
      draft.sources.push({ id, kind, xM: now.xM, yM: now.yM, heightM: now.heightM } as Draft<Source>);
      draft.sourceId = id;
    });
  }

  return { block, source, head, wishes, bedLength, sourceKind };
});

function assign(target: Record<string, unknown>, fields: object): void {
  for (const [key, value] of Object.entries(fields)) {
    if (value === undefined) delete target[key];
    else target[key] = value;
  }
}
