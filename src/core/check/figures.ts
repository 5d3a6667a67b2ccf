import { msg } from '../language';
import type { FullPlan, Plan } from '../plan';
import type { Place } from './finding';
import type { FindingKind } from './kind';

/** Fields of a source that say where and what it is, not what was measured of it. */
const NOT_MEASURED: readonly string[] = ['id', 'kind', 'xM', 'yM', 'heightM', 'name', 'method', 'examples'];

/** Whether something of the source in use was measured or read from a label. */
export function isMeasured(stated: Plan, sourceId: string): boolean {
  const source = stated.sources.find((s) => s.id === sourceId);
  return (
    source !== undefined &&
    Object.keys(source).some((k) => !NOT_MEASURED.includes(k) && !source.examples?.includes(k))
  );
}

/** Names of the example figures that a finding is based on: what nobody has measured, read or chosen yet. */
export function figuresOf(kind: FindingKind, place: Place, stated: Plan, plan: FullPlan): string[] {
  const index = 'block' in place ? place.block : 0;
  const block = stated.blocks[index];
  const source = plan.sources.find((s) => s.id === plan.sourceId);
  return (kind.restsOn ?? []).flatMap((of) => {
    switch (of) {
      case 'source':
        return isMeasured(stated, plan.sourceId)
          ? []
          : [msg`the ${source?.name ?? msg`source`}’s example figures`];
      case 'label':
        return block?.tape && Object.keys(block.tape).some((k) => k !== 'kind' && k !== 'lies')
          ? []
          : [
              plan.blocks[index]?.tape.kind === 'tape'
                ? msg`the label of a typical tape`
                : msg`the label of a typical material`,
            ];
      case 'soil':
        return block?.ground?.soil ? [] : [msg`the soil, which is not chosen yet`];
    }
  });
}
