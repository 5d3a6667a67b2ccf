import { HEAD, limitsOf } from '../../plan';

import { finding, type Check } from '../types';

/** A point of the main stands over its neighbours and has no vent: air gathers there, and a vacuum when it drains. */
export const noVent: Check = (plan, results) => {
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
    if (id === HEAD && source.kind === 'tank') return [];
    const vented =
      id === HEAD
        ? plan.head.some((p) => p.role === 'air-vent')
        : block
          ? block.inlet.some((p) => p.role === 'air-vent')
          : plan.tees.find((t) => t.id === id)?.vent;
    if (vented) return [];
    return finding('no-vent', 'mind', id === HEAD ? { kind: 'head' } : { kind: 'main', to: id }, {
      measured: zM,
      limit: Math.max(...neighbours),
      kind: 'height',
      names: { where: id === HEAD ? 'the head' : (block?.name ?? 'a tee of the main') },
    });
  });
};
