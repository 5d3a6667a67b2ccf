import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import type { BlockLayout, SmallPipe, SmallPipes } from '../layout';
import type { Block, Family, FullPlan } from '../plan';
import { TAKE_OFF, THIN_TUBE_PER_M } from './cost';
import { cutEndOf, fittingJoint, runEnd } from './ends';
import type { Fitter, Open } from './fitter';
import { turnAt } from './headers';
import { laidItem, pipeItem, thing } from './item';
import { BENDS_DEG, bendsNot, elbowItem, endCapItem, teeItem } from './mains';
import { outlets, styleOf, takeOffItem } from './laid';
import { blockPlace, type Where } from './use';
import { THIN_LINE_MM } from '../catalog/materials';

/** Small pipe to plants at places: tees where it branches, elbows where it turns, an end that opens at each of its ends; and what stands at each plant. */
export function layPlants(
  plan: FullPlan,
  layout: BlockLayout,
  inlet: Open | undefined,
  fitter: Fitter,
): void {
  const { small, block, beds } = layout;
  if (!small) return;
  const { family } = plan.build;
  layPipes(block, small, fitter, family, layout, inlet);
  const { tubeMm } = block.places!;
  for (const bed of beds) {
    if (!bed.plant || bed.resting) continue;
    const place = blockPlace(block.id, bed.key);
    const { label, emitters, ringM, wayM } = bed.plant;
    if (ringM > 0) {
      const ends = runEnd(label);
      fitter.use(laidItem(label, family), 1, place, msg`a ring round each plant`, Math.PI * ringM);
      fitter.use(
        thing(
          `takeoff:ring:${ends.kind}-${ends.size}`,
          'takeoff',
          msg`barb for a ring, with a tee, ${ends.size.replace('mm', ' mm')}`,
          TAKE_OFF + 0.5,
        ),
        1,
        place,
        msg`one at each ring`,
      );
    } else {
      if (
        label.kind === 'compensating' ||
        label.kind === 'drilled' ||
        label.kind === 'emitters' ||
        label.kind === 'adjustable'
      )
        outlets(
          { ...label, kind: label.kind === 'adjustable' ? 'adjustable' : 'emitters' },
          emitters,
          place,
          fitter,
        );
      else outlets(label, emitters, place, fitter);
      if (wayM > 0 && label.kind !== 'microtubes') {
        layThinTube(fitter, tubeMm, place, wayM);
      }
    }
  }
}

/** Small pipe itself, with its tees, elbows and ends. */
function layPipes(
  block: Block,
  small: SmallPipes,
  fitter: Fitter,
  family: Family,
  layout: BlockLayout,
  inlet: Open | undefined,
) {
  const at = blockPlace(block.id);
  const all = [...small.pipes, ...small.loops];
  const touching = new Map<number, SmallPipe[]>();
  for (const p of all) for (const n of [p.from, p.to]) touching.set(n, [...(touching.get(n) ?? []), p]);
  const plantAt = new Set(small.nodeOf);
  for (const p of all) fitter.use(pipeItem(p.pipe, family), 1, at, msg`small pipe to the plants`, p.lengthM);
  const end = (p: SmallPipe): Open => ({ joint: cutEndOf(p.pipe.pipe), name: pipeKind(p.pipe.pipe).name });
  const [first] = all;
  if (first) {
    if (small.begins !== undefined) {
      const header = layout.headers[0].pipe;
      fitter.use(
        takeOffItem(styleOf(block, header), header, cutEndOf(first.pipe.pipe), false),
        1,
        at,
        msg`where small pipe leaves the header`,
      );
    } else if (inlet) fitter.join(inlet, end(first), at);
  }
  for (const [n, pipes] of touching) {
    const widest = pipes.reduce((a, b) => (b.pipe.boreMm > a.pipe.boreMm ? b : a));
    const own = fittingJoint(widest.pipe.pipe);
    if (pipes.length > 2)
      for (let i = 2; i < pipes.length; i++) {
        const tee: Open = { joint: own, name: msg`tee` };
        fitter.use(teeItem(own), 1, at, msg`where small pipe branches`);
        for (const p of i === 2 ? pipes.slice(0, 3) : [pipes[i], widest]) fitter.join(tee, end(p), at);
      }
    else if (pipes.length === 2) {
      const [a, b] = pipes;
      const other = (p: SmallPipe): number => (p.from === n ? p.to : p.from);
      const turns =
        turnAt(small.nodes[other(a)].at, small.nodes[n].at, small.nodes[other(b)].at) > BENDS_DEG &&
        bendsNot(widest.pipe.pipe);
      if (turns) {
        const elbow: Open = { joint: own, name: msg`elbow` };
        fitter.use(elbowItem(own), 1, at, msg`where small pipe turns`);
        fitter.join(elbow, end(a), at);
        fitter.join(elbow, end(b), at);
      } else if (a.pipe.pipe !== b.pipe.pipe) fitter.join(end(a), end(b), at);
    } else if (n !== 0 || small.begins !== undefined)
      if (!(pipes[0].pipe.boreMm < THIN_LINE_MM))
        fitter.use(
          endCapItem(pipes[0].pipe.pipe),
          1,
          at,
          plantAt.has(n) ? msg`after the last plant of a pipe` : msg`where small pipe ends`,
        );
  }
}

/** The thin tube to a plant, the barb that it leaves the pipe by and the stake at its end. */
function layThinTube(fitter: Fitter, tubeMm: number, place: Where, wayM: number) {
  fitter.use(
    thing(`thin-tube:${tubeMm}`, 'laid', msg`thin tube, #0 bore`, THIN_TUBE_PER_M, {
      sizes: [[tubeMm, 'bore']],
      unit: 'm',
      sold: 'roll',
      holds: [25, 50, 100],
    }),
    1,
    place,
    msg`from the pipe to each plant`,
    wayM,
  );
  fitter.use(
    thing('barb:thin', 'takeoff', msg`barb for thin tube`, 0.15, {
      sold: 'pack',
      holds: [10, 25, 100],
    }),
    1,
    place,
    msg`where each thin tube leaves its pipe`,
  );
  fitter.use(
    thing('stake', 'small', msg`stake for a thin tube`, 0.15, { sold: 'pack', holds: [25, 100] }),
    1,
    place,
    msg`one at each plant`,
  );
}
