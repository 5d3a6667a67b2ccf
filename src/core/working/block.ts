import { KPA_PER_M } from '../hydraulics/water';
import { riseAlong } from '../layout';
import { flowVariation, headerLoss, type BlockResult, type FarmResults } from '../network';
import type { EvennessSchool, FullPlan } from '../plan';
import { term, type Maker } from './types';

/** Path of what lies in a run, in the stated plan. */
export function tapePath(plan: FullPlan, results: FarmResults, block: BlockResult, runIndex: number): string {
  const { tape } = results.runs[runIndex].run;
  const own = plan.blocks[block.index];
  const further = Object.keys(own.tapes).find((id) => own.tapes[id] === tape);
  const at = plan.tapes.findIndex((t) => t.id === further);
  return at >= 0 ? `tapes.${at}.tape` : `blocks.${block.index}.tape`;
}

export const bed: Maker = ({ plan, results, block, runIndex }) => {
  const tapeField = tapePath(plan, results, block, runIndex);
  const number = results.runs[runIndex].run.bed;
  const own = results.runs
    .slice(block.firstRun, block.firstRun + block.runCount)
    .filter((r) => r.run.bed === number);
  const { tape } = results.runs[runIndex].run;
  const emitters = own.reduce((n, r) => n + r.emitters, 0);
  const flow = own.reduce((q, r) => q + r.flowLph, 0);
  return {
    title: `Flow of bed ${number}`,
    says: 'Every emitter’s own flow at its own pressure, added up.',
    formula:
      tape.kind === 'compensating' ? 'Q = Σ q_i;  q_i = q_n from p_min up' : 'Q = Σ q_n · (p_i / p_n)^x',
    terms: [
      term('n', 'emitters in the bed', emitters, 'count'),
      term('q_n', 'label flow', tape.flowLph, 'emitterFlow', `${tapeField}.flowLph`),
      term('p_n', 'at label pressure', tape.kind === 'compensating' ? tape.minKpa : tape.atKpa, 'pressure'),
      term('x', 'exponent', tape.kind === 'compensating' ? 0 : tape.exponent, 'factor'),
      term('p_i', 'least pressure in the bed', Math.min(...own.map((r) => r.minKpa)), 'pressure'),
      term('p_i', 'greatest', Math.max(...own.map((r) => r.maxKpa)), 'pressure'),
      term('q', 'mean flow of an emitter', emitters > 0 ? flow / emitters : 0, 'emitterFlow'),
    ],
    result: term('Q', 'flow of the bed', flow, 'flow'),
    source: 'Emitter law of the label; pressures solved emitter by emitter.',
  };
};

export const header: Maker = ({ plan, results, block }) => {
  const loss = headerLoss(results, block);
  const { header: h } = plan.blocks[block.index];
  const hazen = plan.wishes.friction === 'hazen-williams';
  return {
    title: 'Loss in the header',
    says: 'Each piece between take-offs carries the flow of the beds beyond it; their friction is added up to the take-off that loses most.',
    formula: hazen ? 'h = Σ 10.67·L·Q^1.852 / (C^1.852·D^4.8704)' : 'h = Σ f · L/D · V²/2g',
    terms: [
      term('D', 'bore', h.boreMm, 'bore', `blocks.${block.index}.header.pipe`),
      term('L', 'from the feed to that take-off', loss.lengthM, 'length'),
      term('Q', 'flow into the block', block.flowLph, 'flow'),
      term('', 'pressure at the feed', loss.feedKpa, 'pressure'),
      term('', 'share of that', loss.feedKpa > 0 ? loss.frictionKpa / loss.feedKpa : 0, 'share'),
    ],
    result: term('h', 'friction in the header', loss.frictionKpa, 'pressure'),
    source: hazen ? 'Hazen–Williams.' : 'Darcy–Weisbach; f by 64/Re, Blasius, Watters & Keller.',
  };
};

export const end: Maker = ({ plan, results, block, runIndex }) => {
  const r = results.runs[runIndex];
  const { tape } = r.run;
  const { header: h } = plan.blocks[block.index];
  const rise = riseAlong(r.run, r.run.lengthM);
  return {
    title: `Pressure at the far end of bed ${r.run.bed}`,
    says: 'From the take-off on, what the take-off, the friction of every piece between emitters and the rise of the ground leave.',
    formula: 'p_end = p_in − K·V²/2g − Σ h_i − z',
    terms: [
      term('p_in', 'in the header at its take-off', r.inletKpa, 'pressure'),
      term('K', 'take-off loss (K)', h.takeOffK, 'factor', `blocks.${block.index}.header.takeOffK`),
      term('z', 'rise of the ground', rise, 'height'),
      term('L', 'length', r.run.lengthM, 'length'),
      term('D', 'bore', tape.boreMm, 'bore'),
      term('Q', 'flow into the run', r.flowLph, 'flow'),
      term('p_min', 'least along it', r.minKpa, 'pressure'),
      term('', 'lost to friction and take-off', r.inletKpa - r.endKpa - rise * KPA_PER_M, 'pressure'),
    ],
    result: term('p_end', 'pressure at the far end', r.endKpa, 'pressure'),
    source: 'Marched emitter by emitter (docs/method.md).',
  };
};

/** Schools of evenness: their formula, in words, and their source. */
const SCHOOLS: Record<EvennessSchool, { formula: string; says: string; source: string }> = {
  eu: {
    formula: 'EU = (1 − 1.27·CV/√e) · q_min / q_mean',
    says: 'Emission uniformity: the weakest emitter against the mean of all, less the variation between emitters.',
    source: 'Karmeli & Keller 1975.',
  },
  variation: {
    formula: 'E = q_min·(1 − 1.27·CV) / (q_max·(1 + 1.27·CV))',
    says: 'What flow variation leaves: the weakest emitter against the strongest, with the variation between emitters.',
    source: 'Flow variation, after Wu & Gitlin 1974.',
  },
  cu: {
    formula: 'CU = 1 − √((Σ|q − q_mean| / Σq)² + (0.798·CV)²)',
    says: 'Christiansen’s coefficient: how far emitters lie from their mean, taken together, by pressure and by the variation between emitters.',
    source: 'Christiansen 1942.',
  },
  du: {
    formula: 'DU = 1 − √((1 − q_low quarter / q_mean)² + (1.27·CV)²)',
    says: 'The mean of the lowest quarter of the emitters against the mean of all, with the variation between emitters.',
    source: 'US Soil Conservation Service, low-quarter distribution uniformity.',
  },
};

export const uniformity: Maker = ({ plan, results, block, runIndex }) => {
  const { tape } = results.runs[runIndex].run;
  const wet = results.runs
    .slice(block.firstRun, block.firstRun + block.runCount)
    .filter((r) => r.emitters > 0);
  const alike = wet.filter((r) => r.run.tape === tape);
  const least = Math.min(...alike.map((r) => r.minLph));
  const most = Math.max(...alike.map((r) => r.maxLph));
  const emitters = alike.reduce((n, r) => n + r.emitters, 0);
  const flow = alike.reduce((q, r) => q + r.flowLph, 0);
  const several = new Set(wet.map((r) => r.run.tape)).size > 1;
  const school = SCHOOLS[plan.wishes.evenness];
  return {
    title: 'Evenness of the block',
    says: `${school.says}${several ? ' Materials of different flow are each worked out by themselves; the least even counts. The terms are of the one looked at.' : ''}`,
    formula: school.formula,
    terms: [
      term(
        'CV',
        'variation between emitters (CV)',
        tape.cv,
        'factor',
        `${tapePath(plan, results, block, runIndex)}.cv`,
      ),
      term('e', 'emitters per plant', 1, 'count'),
      term('q_min', 'weakest emitter', least, 'emitterFlow'),
      term('q_max', 'strongest emitter', most, 'emitterFlow'),
      term(
        'q_mean',
        `mean of ${emitters.toLocaleString('en-US')} emitters`,
        emitters > 0 ? flow / emitters : 0,
        'emitterFlow',
      ),
      term('', 'flow variation', flowVariation(least, most), 'share'),
    ],
    result: term('E', 'evenness', block.uniformity, 'share'),
    source: school.source,
  };
};
