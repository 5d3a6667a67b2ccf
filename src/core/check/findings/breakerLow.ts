import { msg } from '../../language';
import { sizedKind, HEAD_PARTS } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { ofPart, steps, swapFor } from '../offers';
import type { State } from '../states';
import { BACKFLOW_LOCAL } from '../facts/notices';

type Said = { part: string };

/** A vacuum breaker stands on a riser so high over the ground at the most, m (what a tap's pipe is left to stand free), */
const RISER_M = 1;
/** and a vacuum breaker at least so high over the highest emitter below it, m (6 in; the usual rule of plumbing codes). */
const OVER_HIGHEST_M = 0.15;

/** A vacuum breaker lets air in only while it stands over everything that it feeds; below its beds water runs back through it. */
export const breakerLow = findingKind({
  code: 'breaker-low',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    const breaker = plan.head.find((p) => p.kind.startsWith('vacuum-breaker'));
    // Behind another preventer it keeps nothing back.
    if (!breaker || plan.head.some((p) => p.role === 'backflow' && p !== breaker)) return [];
    const { headM } = results.built.intake;
    const { built } = results;
    const startM = (block: number, takeOff: number): number => {
      const { takeOffs } = results.blocks.find((b) => b.index === block)!.built;
      return built.network.nodes[built.nodeAt(takeOffs[takeOff])].elevationM;
    };
    const highestM = results.runs.reduce((high, { run }) => {
      const zM = startM(run.block, run.takeOff);
      return Math.max(high, zM, zM + run.lie().slope * run.lengthM);
    }, -Infinity);
    const overM = highestM - headM;
    const mayBeM = RISER_M - OVER_HIGHEST_M;
    if (!isOver(overM, mayBeM)) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'part', place: HEAD, id: breaker.id },
        measured: overM,
        limit: mayBeM,
        kind: 'height',
        says: { part: breaker.name },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The ${says.part} stands below what it feeds`,
    howMuch: msg`The highest bed lies ${show(measured, 'height')} over the ground at the head; on the highest riser ${show(limit, 'height')} is the most.`,
    why: msg`A vacuum breaker works by letting air in, and only while it stands over everything that it feeds. Below its beds their water runs back through it. ${BACKFLOW_LOCAL}`,
    tries: [
      msg`use a double check valve or a reduced-pressure device`,
      msg`put the vacuum breaker at the highest place`,
    ],
  }),
  compares: {
    holds: 'z_bed − z_head ≤ 1 m − 0.15 m',
    measured: msg`the highest bed over the ground at the head`,
    limit: msg`on the highest riser`,
    source: msg`Usual rule of plumbing codes: 15 cm (6 in) over the highest outlet.`,
  },
  offers: ofPart(({ place, part }, { results: { flowLph } }) => {
    const others = ['double-check', 'reduced-pressure'].map((k) => sizedKind(k, flowLph));
    return [
      steps(
        HEAD_PARTS.filter((p) => others.includes(p.id)),
        swapFor(place, part),
      ),
    ];
  }),
});
