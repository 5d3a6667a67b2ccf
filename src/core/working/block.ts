import { msg } from '../language';
import { KPA_PER_M } from '../hydraulics/water';
import { riseAlong } from '../layout';
import { prepareRun } from '../hydraulics/run';
import {
  christiansen,
  evennessOf,
  flowsAlong,
  flowVariation,
  headerLoss,
  lowQuarter,
  MANUFACTURE_FACTOR,
  mediumOf,
  type BlockResult,
  type FarmResults,
  type Flows,
} from '../network';
import { bedName, type EvennessSchool, type FullPlan } from '../plan';
import { sum, term, type Maker, type Term } from './types';

/** Path of what lies in a run, in the stated plan. */
export function tapePath(plan: FullPlan, results: FarmResults, block: BlockResult, runIndex: number): string {
  const { tape, label } = results.runs[runIndex].run;
  const own = plan.blocks[block.index];
  const further = Object.keys(own.tapes).find((id) => own.tapes[id] === (label ?? tape));
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
    title: msg`Flow of ${bedName(plan.blocks[block.index], number)}`,
    says: msg`Every emitter’s own flow at its own pressure, added up.`,
    formula:
      tape.kind === 'compensating'
        ? msg`Q = n · q;  each q_i = q_n from p_min up`
        : msg`Q = n · q;  each q_i = q_n · (p_i / p_n)^x`,
    terms: [
      term('n', msg`emitters in the bed`, emitters, 'count'),
      term('q', msg`mean flow of an emitter`, emitters > 0 ? flow / emitters : 0, 'emitterFlow'),
      term('q_n', msg`label flow`, tape.flowLph, 'emitterFlow', `${tapeField}.flowLph`),
      tape.kind === 'compensating'
        ? term(
            'p_min',
            msg`lowest pressure at which it holds`,
            tape.minKpa,
            'pressure',
            `${tapeField}.minKpa`,
          )
        : term('p_n', msg`at label pressure`, tape.atKpa, 'pressure', `${tapeField}.atKpa`),
      ...(tape.kind === 'compensating'
        ? []
        : [term('x', 'exponent', tape.exponent, 'factor', `${tapeField}.exponent`)]),
      term('p_i', msg`lowest pressure in the bed`, Math.min(...own.map((r) => r.minKpa)), 'pressure'),
      term('p_i', 'greatest', Math.max(...own.map((r) => r.maxKpa)), 'pressure'),
    ],
    gives: ([n, q]) => n * q,
    result: term('Q', msg`flow of the bed`, flow, 'flow'),
    source: msg`Emitter law of the label; pressures solved emitter by emitter.`,
  };
};

export const header: Maker = ({ plan, results, block }) => {
  const loss = headerLoss(results, block);
  const { header: h } = plan.blocks[block.index];
  const hazen = plan.wishes.friction === 'hazen-williams';
  return {
    title: msg`Loss in the header`,
    says: msg`Each piece between take-offs carries the flow of the beds beyond it; their friction is added up to the take-off that loses most.`,
    formula: `h = p_feed − p_take-off − ρ·g·z;  ${hazen ? 'h = Σ 10.67·L·Q^1.852 / (C^1.852·D^4.8704)' : 'h = Σ f · L/D · V²/2g'}`,
    terms: [
      term('p_feed', msg`at the feed`, loss.feedKpa, 'pressure'),
      term(
        'p_take-off',
        msg`in the header at that take-off`,
        loss.feedKpa - loss.frictionKpa - loss.riseM * KPA_PER_M,
        'pressure',
      ),
      term('z', msg`rise from the feed to it`, loss.riseM, 'height'),
      term('D', 'bore', h.boreMm, 'bore', `blocks.${block.index}.header.pipe`),
      term('L', msg`from the feed to that take-off`, loss.lengthM, 'length'),
      term('Q', msg`flow into the block`, block.flowLph, 'flow'),
      term(
        '',
        msg`of the pressure at the feed`,
        loss.feedKpa > 0 ? loss.frictionKpa / loss.feedKpa : 0,
        'share',
      ),
    ],
    gives: ([feed, takeOff, z]) => feed - takeOff - z * KPA_PER_M,
    result: term('h', msg`friction in the header`, loss.frictionKpa, 'pressure'),
    source: hazen ? 'Hazen–Williams.' : msg`Darcy–Weisbach; f by 64/Re, Blasius, Watters & Keller.`,
  };
};

export const end: Maker = ({ plan, results, block, runIndex }) => {
  const r = results.runs[runIndex];
  const { tape } = r.run;
  const { header: h } = plan.blocks[block.index];
  const rise = riseAlong(r.run, r.run.lengthM);
  return {
    title: msg`Pressure at the far end of ${bedName(plan.blocks[block.index], r.run.bed)}`,
    says: msg`What is left at the end after the take-off, the friction of every piece between emitters and the rise of the ground.`,
    formula: msg`p_end = p_in − h − ρ·g·z;  h = K·V²/2g + Σ h_i`,
    terms: [
      term('p_in', msg`in the header at its take-off`, r.inletKpa, 'pressure'),
      term('h', msg`lost to friction and take-off`, r.inletKpa - r.endKpa - rise * KPA_PER_M, 'pressure'),
      term('z', msg`rise of the ground`, rise, 'height'),
      term('K', msg`take-off loss (K)`, h.takeOffK, 'factor', `blocks.${block.index}.header.takeOffK`),
      term('L', 'length', r.run.lengthM, 'length'),
      term('D', 'bore', tape.boreMm, 'bore', `${tapePath(plan, results, block, runIndex)}.boreMm`),
      term('Q', msg`flow into the run`, r.flowLph, 'flow'),
      term('p_min', msg`least along it`, r.minKpa, 'pressure'),
    ],
    gives: ([from, lost, z]) => from - lost - z * KPA_PER_M,
    result: term('p_end', msg`pressure at the far end`, r.endKpa, 'pressure'),
    source: msg`Solved emitter by emitter (docs/method.md).`,
  };
};

/** A school of evenness: its formula, in words, what it is reckoned from besides the makers' variation, and its source. */
interface School {
  formula: string;
  says: string;
  source: string;
  terms(f: Flows): Term[];
  gives(terms: readonly number[]): number;
}

const MAKERS_MEAN_DEVIATION = Math.sqrt(2 / Math.PI);
const least = (f: Flows): Term => term('q_min', msg`weakest emitter`, f.minLph, 'emitterFlow');
const mean = (f: Flows): Term => term('q_mean', msg`mean of all`, f.meanLph, 'emitterFlow');

const SCHOOLS: Record<EvennessSchool, School> = {
  eu: {
    formula: 'EU = (1 − 1.27·CV) · q_min / q_mean',
    says: msg`Emission uniformity, one emitter a plant: the weakest emitter against the mean of all, less the variation between emitters.`,
    source: 'Karmeli & Keller 1975.',
    terms: (f) => [least(f), mean(f)],
    gives: ([cv, min, all]) => Math.max(0, 1 - MANUFACTURE_FACTOR * cv) * (min / all),
  },
  variation: {
    formula: 'E = q_min·(1 − 1.27·CV) / (q_max·(1 + 1.27·CV))',
    says: msg`What flow variation leaves: the weakest emitter against the strongest, with the variation between emitters.`,
    source: msg`Flow variation, after Wu & Gitlin 1974.`,
    terms: (f) => [least(f), term('q_max', msg`strongest emitter`, f.maxLph, 'emitterFlow')],
    gives: ([cv, min, max]) =>
      (min * Math.max(0, 1 - MANUFACTURE_FACTOR * cv)) / (max * (1 + MANUFACTURE_FACTOR * cv)),
  },
  cu: {
    formula: 'CU = 1 − √(d² + (0.798·CV)²);  d = Σ|q − q_mean| / Σq',
    says: msg`Christiansen’s coefficient: how far emitters lie from their mean, taken together, by pressure and by the variation between emitters.`,
    source: 'Christiansen 1942.',
    terms: (f) => [
      term('d', msg`mean distance from the mean, over the mean`, 1 - christiansen(f.all()), 'share'),
      mean(f),
    ],
    gives: ([cv, d]) => Math.max(0, 1 - Math.hypot(d, MAKERS_MEAN_DEVIATION * cv)),
  },
  du: {
    formula: msg`DU = 1 − √((1 − l)² + (1.27·CV)²);  l = q_low quarter / q_mean`,
    says: msg`The mean of the lowest quarter of the emitters against the mean of all, with the variation between emitters.`,
    source: msg`US Soil Conservation Service, low-quarter distribution uniformity.`,
    terms: (f) => [
      term('l', msg`mean of the lowest quarter, over the mean`, lowQuarter(f.all()), 'share'),
      mean(f),
    ],
    gives: ([cv, low]) => Math.max(0, 1 - Math.hypot(1 - low, MANUFACTURE_FACTOR * cv)),
  },
};

export const uniformity: Maker = ({ plan, results, block }) => {
  const school = plan.wishes.evenness;
  const medium = mediumOf(plan);
  const first = results.built.firstLateral[results.blocks.indexOf(block)];
  const wet = results.runs
    .slice(block.firstRun, block.firstRun + block.runCount)
    .map((r, i) => ({ r, i }))
    .filter(({ r }) => r.emitters > 0);
  if (wet.length === 0) return undefined;
  const materials = [...new Set(wet.map(({ r }) => r.run.tape))].map((tape) => {
    const alike = wet.filter(({ r }) => r.run.tape === tape);
    const emitters = sum(alike.map(({ r }) => r.emitters));
    const flows: Flows = {
      cv: tape.cv,
      minLph: Math.min(...alike.map(({ r }) => r.minLph)),
      maxLph: Math.max(...alike.map(({ r }) => r.maxLph)),
      meanLph: sum(alike.map(({ r }) => r.flowLph)) / emitters,
      all: () =>
        Float64Array.from(
          alike.flatMap(({ r, i }) => [
            ...flowsAlong(prepareRun(results.built.network.laterals[first + i], medium), r.inletKpa),
          ]),
        ),
    };
    return { run: alike[0].i, emitters, flows, evenness: evennessOf(school, flows) };
  });
  const told = materials.reduce((a, m) => (m.evenness < a.evenness ? m : a));
  const { formula, says, source, terms, gives } = SCHOOLS[school];
  return {
    title: msg`Evenness of the block`,
    says: `${says}${materials.length > 1 ? msg` Materials of different flow are each worked out by themselves; the least even counts, and is the one shown.` : ''}`,
    formula,
    terms: [
      term(
        'CV',
        msg`variation between emitters (CV)`,
        told.flows.cv,
        'factor',
        `${tapePath(plan, results, block, block.firstRun + told.run)}.cv`,
      ),
      ...terms(told.flows),
      term('', 'emitters', told.emitters, 'count'),
      term('', msg`flow variation`, flowVariation(told.flows.minLph, told.flows.maxLph), 'share'),
    ],
    gives,
    result: term('E', 'evenness', block.uniformity, 'share'),
    source,
  };
};
