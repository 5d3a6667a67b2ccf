import { msg } from '../../language';
import { HEAD_PLACE, isBuried, mainPlace, trenchesOf } from '../../farm';
import { pipeKind } from '../../catalog/pipes';
import { habits, type StepMaker } from './stepMaker';
import { CAUTIONS, FILL_SHARE, HELPER_FROM_M, HOURS, TOOLS } from './tables';

/** The mains, piece by piece. */
export function mainSteps(maker: StepMaker): void {
  const { plan, layout, shown, step, leadsTo, joints, used } = maker;
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
      (t) => t.at.place === 'main' && t.at.id === m.to,
    );
  }
  testStep(maker);
}

/** A buried main is proved while its joints can still be seen, and its trench filled at once. */
function testStep({ plan, layout, step }: StepMaker): void {
  const trenches = trenchesOf(plan, layout);
  if (trenches.length === 0) return;
  step('test', msg`Test the mains under pressure, joints open to view`, HOURS.test, HEAD_PLACE, {
    does: [
      msg`Shut every end, fill the pipe slowly until no air comes, and hold it at the most pressure that it will ever have for a quarter of an hour.`,
      msg`Walk every joint meanwhile.`,
    ],
    mistakes: [
      msg`Air left in the pipe stores force: a cap that lets go flies. Fill slowly, from the lowest point.`,
    ],
    check: msg`The gauge has not fallen and no joint is wet.`,
    tools: [TOOLS.gauge],
  });
  step(
    'backfill',
    msg`Fill the trenches`,
    trenches.reduce((s, t) => s + t.lengthM, 0) * HOURS.trenchM * FILL_SHARE,
    HEAD_PLACE,
    {
      does: [
        msg`Only when every joint has been seen under pressure, and then at once: fine soil first, then the rest, trodden down in layers, turf on top.`,
      ],
      mistakes: [msg`If it is filled before the test, the one leak can be anywhere under it.`],
      check: msg`The soil stands a hand’s width above the ground; it sinks in the first rain.`,
      tools: [TOOLS.spade],
    },
  );
}
