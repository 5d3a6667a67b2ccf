import { msg } from '../../language';
import { HEAD, limitsOf, isStored } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { addPart, ofSource } from '../offers';
import type { State } from '../states';

type Said = { where: string; buried: boolean };

/**
 * A point of the main stands over its neighbours and has no vent: air gathers there, and a vacuum when it drains; or runs that
 * are buried fall away from a header without one.
 */
export const noVent = findingKind({
  code: 'no-vent',
  stage: 'pipework',
  find: (state: State): Found<Said>[] => {
    const high = highPoints(state);
    const told = new Set(high.map((f) => ('to' in f.place ? f.place.to : '')));
    return [...high, ...buriedFalls(state).filter((f) => !('to' in f.place && told.has(f.place.to)))];
  },
  words: ({ measured, limit, says }, show) => ({
    title: says.buried
      ? msg`No air vent at ${says.where}, buried and falling`
      : msg`No air vent at ${says.where}, a high point`,
    howMuch: says.buried
      ? msg`Its header is at ${show(measured, 'height')}, its lowest run at ${show(limit, 'height')}.`
      : msg`It is at ${show(measured, 'height')}, the pipe beside it at most at ${show(limit, 'height')}.`,
    why: says.buried
      ? msg`When the valve shuts, the water sinks to the low end and sucks soil into the buried emitters above it.`
      : msg`Air gathers at high points and chokes the flow; when the pipe drains, the vacuum sucks soil into the emitters.`,
    tries: [msg`add an air vent there`],
  }),
  compares: {
    holds: 'z − z_beside < h',
    measured: msg`height of the high point`,
    limit: msg`highest of what lies beside it, or lowest run of what is buried`,
    source: 'highPointM',
  },
  alike: ({ says }) => `${says.buried} ${says.where}`,
  offers: ofSource(({ finding: { place }, plan }) =>
    place.kind === 'main' && plan.tees.some((t) => t.id === place.to)
      ? [[[{ kind: 'vent-tee', tee: place.to }]]]
      : [
          [
            [
              addPart(
                place.kind === 'main' ? place.to : HEAD,
                'air-vent',
                place.kind === 'main' ? 0 : plan.head.length,
              ),
            ],
          ],
        ],
  ),
});

/** Points of the main that stand over all that is beside them. */
function highPoints({ plan, results }: State): Found<Said>[] {
  const { mains, head, source } = results.layout;
  const flowing = mains.filter((m) => results.built.mains.some((b) => b.laid === m));
  const points = [{ id: HEAD, zM: head.zM }, ...flowing.map((m) => ({ id: m.to, zM: m.end.zM }))];
  return points.flatMap(({ id, zM }) => {
    const neighbours = flowing
      .filter((m) => m.from === id || m.to === id)
      .map((m) => (m.from === id ? m.end.zM : m.start.zM));
    if (neighbours.length === 0 || neighbours.some((n) => n > zM - limitsOf(plan).highPointM)) return [];
    const block = plan.blocks.find((b) => b.id === id);
    // A tank is open to the air; a block's high end breathes through its emitters.
    if (id === HEAD && isStored(source)) return [];
    const vented =
      id === HEAD
        ? plan.head.some((p) => p.role === 'air-vent')
        : block
          ? block.inlet.some((p) => p.role === 'air-vent')
          : plan.tees.find((t) => t.id === id)?.vent;
    if (vented) return [];
    return {
      grade: 'watch',
      place: id === HEAD ? { kind: 'head' } : { kind: 'main', to: id },
      measured: zM,
      limit: Math.max(...neighbours),
      kind: 'height',
      says: { where: id === HEAD ? msg`the head` : (block?.name ?? msg`a tee of the main`), buried: false },
    };
  });
}

/** Blocks with buried runs that fall away from their header: what drains there draws air through soil. */
const buriedFalls = ({ plan, results }: State): Found<Said>[] =>
  results.blocks.flatMap(({ index, built, flowLph }) => {
    const block = plan.blocks[index];
    const buried = built.layout.runs.some((r) => r.tape.lies === 'buried');
    if (!buried || !(flowLph > 0) || block.inlet.some((p) => p.role === 'air-vent')) return [];
    if (!isOver(built.entryM - built.lowestM, limitsOf(plan).highPointM)) return [];
    return {
      grade: 'watch',
      place: { kind: 'main', to: block.id },
      measured: built.entryM,
      limit: built.lowestM,
      kind: 'height',
      says: { where: block.name, buried: true },
    };
  });
