import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import type { FarmLayout } from '../layout';
import { headerPipeAt } from '../network';
import { thing, type Item } from './item';
import type { Maker } from './maker';
import { holeOf, holeToolItem, styleOf, THIN_HOLE_MM } from './takeOffs';
import { HEAD_PLACE } from './thing';
import { trenchesOf } from './trenches';

const drillItem = (holeMm: number): Item =>
  thing(`tool:drill:${holeMm}`, 'tool', msg`drill bit, #0`, 3, { sizes: [[holeMm, 'bore']] });
const emitterPunch = thing(`tool:emitter-punch:${THIN_HOLE_MM}`, 'tool', msg`emitter punch, #0`, 5, {
  sizes: [[THIN_HOLE_MM, 'bore']],
});
const spade = thing('tool:spade', 'tool', msg`spade`, 25);
const saw = thing('tool:pipe-saw', 'tool', msg`saw for PVC pipe`, 15);
const cutter = thing('tool:pipe-cutter', 'tool', msg`cutter for poly pipe and hose`, 12);

/** One of each tool that what stands on the farm is made with. */
export function putTools(layout: FarmLayout, maker: Maker): void {
  const tools = new Map<string, [Item, reason: string]>();
  const need = (item: Item, reason: string): void => void tools.set(item.id, [item, reason]);
  const { holeMm: stated } = maker.plan.build;
  for (const b of layout.blocks)
    for (const run of b.runs) {
      const { header, xM } = b.takeOffs[run.takeOff];
      if (!b.beds[run.bedIndex].plant) {
        const pipe = header > 0 ? b.headers[header].pipe : headerPipeAt(b, xM);
        const style = styleOf(b.block, pipe);
        const holeMm = holeOf(style, run.tape, stated);
        if (holeMm > 0) need(holeToolItem(style, holeMm), msg`for the take-offs’ holes`);
      }
      const label = run.label ?? run.tape;
      if (label.kind === 'drilled') need(drillItem(label.holeMm), msg`for the holes of drilled hose`);
      if (label.kind === 'emitters' || label.kind === 'adjustable' || label.kind === 'microtubes')
        need(emitterPunch, msg`for emitters and thin tubes`);
    }
  if (maker.things.some((t) => t.item.id === 'barb:thin'))
    need(emitterPunch, msg`for emitters and thin tubes`);
  if (trenchesOf(maker.plan, layout).length > 0) need(spade, msg`for the trenches`);
  const families = new Set(
    maker.things.flatMap((t) =>
      t.item.id.startsWith('pipe:') ? [pipeKind(t.item.id.split(':')[1]).family] : [],
    ),
  );
  if (families.has('pvc')) need(saw, msg`cuts PVC square`);
  if (families.has('poly') || families.has('hose')) need(cutter, msg`cuts pipe square`);
  for (const [item, reason] of tools.values()) maker.put(item, 1, HEAD_PLACE, reason);
}
