import { msg } from '../../language';
import { pipeKind } from '../../catalog/pipes';
import { isBuried } from '../extras';
import { mainPlace } from '../use';
import { habits, type StepMaker } from './stepMaker';
import { CAUTIONS, HELPER_FROM_M, HOURS, TOOLS } from './tables';

/** The mains, piece by piece. */
export function mainSteps({ plan, layout, shown, step, leadsTo, joints, used }: StepMaker): void {
  for (const m of layout.mains) {
    if (used(mainPlace(m.to), 'pipe', 'pipe') === 0) continue;
    const j = joints(mainPlace(m.to));
    const { family, name } = pipeKind(m.piece.pipe);
    const buried = isBuried(plan, m);
    const sleeves = m.crossings.filter((c) => c.thing.kind === 'lane' || c.thing.kind === 'ditch').length;
    step(
      `main/${m.to}`,
      msg`Lay the main to ${leadsTo(m.to)}`,
      HOURS.mainM * m.lengthM + HOURS.joint * j.count + HOURS.glued * j.glued,
      mainPlace(m.to),
      {
        does: [
          msg`${shown(m.lengthM, 'length')} of ${name}${buried ? msg`, in its trench` : msg`, on the ground`}.`,
          ...(sleeves > 0 ? [msg`Push the sleeves in first, and the pipe through them.`] : []),
          ...(family === 'poly' ? [msg`Unroll it in the sun and let it lie flat for an hour.`] : []),
          msg`Tie a bag over open ends until they are joined.`,
        ],
        mistakes: [
          ...habits(j),
          ...(family === 'poly' ? [msg`Soften a stiff end in hot water, never over a flame.`] : []),
        ],
        check: msg`Pull hard at each joint: it does not move.`,
        cautions: j.glued > 0 || family === 'pvc' ? [CAUTIONS.cement] : [],
        dry: family === 'pvc',
        warm: family === 'poly',
        helper: m.lengthM > HELPER_FROM_M,
        tools: [
          TOOLS.cut,
          TOOLS.tape,
          ...(j.clamped ? [TOOLS.driver] : []),
          ...(family === 'poly' ? [TOOLS.water] : []),
        ],
      },
    );
  }
}
