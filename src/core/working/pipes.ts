import { msg } from '../language';
import { pipeKind, strengthOf } from '../catalog/pipes';
import { isBranch } from '../catalog/headParts';
import { frictionFactor, reynolds, velocityMps } from '../hydraulics/friction';
import { KPA_PER_M } from '../hydraulics/water';
import type { MainResult } from '../network';
import { HEAD, type FullPlan } from '../plan';
import { sum, term, type Maker } from './types';
import { S_PER_HOUR } from '../units/time';

const MM_PER_M = 1000;
const L_PER_M3 = 1000;
const G = 9.80665;
/** Hazen–Williams in metres and cubic metres a second. */
const HAZEN = 10.67;

const hazen = (plan: FullPlan): boolean => plan.wishes.friction === 'hazen-williams';

/** The piece of main on the way to the block looked at that takes most. */
function hungriest(mains: readonly MainResult[], to: string): MainResult | undefined {
  const byEnd = new Map(mains.map((m) => [m.laid.to, m]));
  let worst: MainResult | undefined;
  for (let m = byEnd.get(to); m; m = m.laid.from === HEAD ? undefined : byEnd.get(m.laid.from))
    if (!worst || m.frictionKpa > worst.frictionKpa) worst = m;
  return worst;
}

const fieldOf = (plan: FullPlan, to: string): string => {
  const block = plan.blocks.findIndex((b) => b.id === to);
  return block >= 0 ? `blocks.${block}.main` : `tees.${plan.tees.findIndex((t) => t.id === to)}.main`;
};

export const main: Maker = ({ plan, results, block }) => {
  const m = hungriest(results.mains, plan.blocks[block.index].id);
  if (!m) return undefined;
  const { boreMm, hazenWilliamsC, minorK } = m.laid.piece;
  const field = fieldOf(plan, m.laid.to);
  const re = reynolds(Math.max(m.flowLph, 1e-9), boreMm, plan.wishes.waterC);
  return {
    title: msg`Loss in the main`,
    says: msg`The piece of the main on the way to this block that takes most: friction of its wall, and its fittings.`,
    formula: hazen(plan) ? 'h = 10.67·L·Q^1.852 / (C^1.852·D^4.8704) + K·V²/2g' : 'h = (f·L/D + K) · V²/2g',
    terms: [
      term('L', 'length', m.laid.lengthM, 'length'),
      term('D', 'bore', boreMm, 'bore', `${field}.pipe`),
      term('V', 'speed', m.velocityMps, 'velocity'),
      term('K', msg`fitting loss (K)`, minorK, 'factor', `${field}.minorK`),
      ...(hazen(plan)
        ? [
            term('Q', 'flow', m.flowLph, 'flow'),
            term('C', 'roughness', hazenWilliamsC, 'count', `${field}.hazenWilliamsC`),
          ]
        : [
            term('f', msg`friction factor`, frictionFactor(re), 'factor'),
            term('Re', msg`Reynolds number`, re, 'count'),
            term('Q', 'flow', m.flowLph, 'flow'),
          ]),
    ],
    gives: hazen(plan)
      ? ([l, d, v, k, q, c]) =>
          ((HAZEN * l * (q / L_PER_M3 / S_PER_HOUR) ** 1.852) / (c ** 1.852 * (d / MM_PER_M) ** 4.8704)) *
            KPA_PER_M +
          (k * v * v * KPA_PER_M) / (2 * G)
      : ([l, d, v, k, f]) => (((f * l) / (d / MM_PER_M) + k) * v * v * KPA_PER_M) / (2 * G),
    result: term('h', msg`lost in this piece`, m.frictionKpa, 'pressure'),
    source: hazen(plan) ? 'Hazen–Williams.' : msg`Darcy–Weisbach; f by 64/Re, Blasius, Watters & Keller.`,
  };
};

export const velocity: Maker = ({ plan, results, block }) => {
  const m = hungriest(results.mains, plan.blocks[block.index].id);
  if (!m) return undefined;
  return {
    title: msg`Speed in the main`,
    says: msg`Flow over the area of the bore.`,
    formula: 'V = Q / (π/4 · D²)',
    terms: [
      term('Q', 'flow', m.flowLph, 'flow'),
      term('D', 'bore', m.laid.piece.boreMm, 'bore', `${fieldOf(plan, m.laid.to)}.pipe`),
    ],
    gives: ([q, d]) => q / L_PER_M3 / S_PER_HOUR / ((Math.PI / 4) * (d / MM_PER_M) ** 2),
    result: term('V', 'speed', velocityMps(m.flowLph, m.laid.piece.boreMm), 'velocity'),
    source: msg`By definition of flow.`,
  };
};

export const surge: Maker = ({ plan, results, block }) => {
  const m = hungriest(results.mains, plan.blocks[block.index].id);
  if (!m) return undefined;
  const kind = pipeKind(m.laid.piece.pipe);
  const { family } = kind;
  return {
    title: msg`Surge when a valve slams`,
    says: msg`Water stopped at once turns its speed into pressure, which runs back through the pipe as a wave.`,
    formula: 'Δp = ρ · a · V',
    terms: [
      term(
        'a',
        msg`speed of the wave in ${family === 'poly' ? msg`polyethylene` : family}`,
        strengthOf(kind).waveMps,
        'velocity',
      ),
      term('V', msg`speed of the water`, m.velocityMps, 'velocity'),
    ],
    // ρ of a tonne a cubic metre: kPa come out.
    gives: ([a, v]) => a * v,
    result: term('Δp', msg`rise of pressure`, m.surgeKpa, 'pressure'),
    source: 'Joukowsky 1898; ρ 1000 kg/m³.',
  };
};

export const parts: Maker = ({ results, plan }) => {
  const through = results.head.filter(({ step }) => !isBranch(step.part.role));
  if (through.length === 0) return undefined;
  return {
    title: msg`Loss in the head`,
    says: msg`Each part takes what its label says at its rated flow, with the square of the flow, and what it always takes. A regulator takes all above its set pressure.`,
    formula: 'Σh = h₁ + h₂ + …;  h = h_fixed + h_label · (Q/Q_label)²',
    terms: [
      ...through.map(({ step, beforeKpa, afterKpa }) => {
        const at = plan.head.findIndex((p) => p.id === step.part.id);
        return term('h', step.part.name, beforeKpa - afterKpa, 'pressure', `head.${at}.lossKpa`);
      }),
      term('Q', 'flow', results.flowLph, 'flow'),
    ],
    gives: (all) => sum(all.slice(0, through.length)),
    result: term('Σh', msg`lost in the head`, through[0].beforeKpa - through.at(-1)!.afterKpa, 'pressure'),
    source: msg`Labels; turbulent loss goes with the square of the flow.`,
  };
};
