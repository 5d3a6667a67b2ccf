import { lossAcross } from '../hydraulics/network';
import { KPA_PER_M } from '../hydraulics/water';
import { flowVariation, headerLoss, measuredLph, meanS, spread, type PlanResults } from '../network';
import type { FullPlan } from '../plan';
import type { KindName } from '../units';

/** A quantity in a working. */
export interface Term {
  symbol: string;
  meaning: string;
  value: number;
  kind: KindName;
}

/** How a number was come by: its formula, the values put in, and where the formula is from. */
export interface Working {
  title: string;
  /** In plain words. */
  says: string;
  formula: string;
  terms: Term[];
  result: Term;
  source: string;
}

export type WorkingName = 'bucket' | 'available' | 'asked' | 'bed' | 'header' | 'end' | 'uniformity';

const term = (symbol: string, meaning: string, value: number, kind: KindName): Term => ({
  symbol,
  meaning,
  value,
  kind,
});

type Maker = (
  plan: FullPlan,
  results: PlanResults,
  blockIndex: number,
  runIndex: number,
) => Working | undefined;

const bucket: Maker = (_plan, { layout: { source } }) => {
  if (source.kind !== 'tap' || source.method !== 'bucket') return undefined;
  return {
    title: 'Flow of the open tap',
    says: 'A bucket of known volume over the mean of the seconds it took. It comes at no pressure.',
    formula: 'Q = V / t',
    terms: [
      term('V', 'bucket', source.bucketL, 'volume'),
      term(
        't',
        `mean of ${source.triesS.length} ${source.triesS.length === 1 ? 'try' : 'tries'}`,
        meanS(source.triesS),
        'time',
      ),
      term('', 'spread of the tries', spread(source.triesS), 'share'),
    ],
    result: term('Q', 'open flow', measuredLph(source), 'flow'),
    source: 'By definition of flow.',
  };
};

const available: Maker = (plan, { layout: { source }, demand }) => {
  if (source.kind === 'tank') {
    return {
      title: 'What the tank can give',
      says: 'A tank’s pressure is the height of its water, planned at the low level; its own flow is bounded by the pipes, which are solved with it.',
      formula: 'p = (z_water − z_outlet) · ρ·g',
      terms: [
        term('z_water', 'low water', source.heightM + source.lowM, 'height'),
        term('z_outlet', 'outlet', source.heightM + source.outletM, 'height'),
      ],
      result: term('p', 'pressure at the outlet', (source.lowM - source.outletM) * KPA_PER_M, 'pressure'),
      source: 'Hydrostatics: 9.80665 kPa per metre of water.',
    };
  }
  const flowing = source.method === 'bucket' ? 0 : source.flowingKpa;
  return {
    title: 'Flow available at the pressure needed',
    says: 'Pressure behind a tap falls with the square of the flow. The curve through the shut gauge and the measured flow, drawn in by the allowance, is read at the pressure this plan needs.',
    formula: 'Q = a · Q_m · √((p_shut − p) / (p_shut − p_m))',
    terms: [
      term('a', 'allowance on the measured flow', plan.wishes.allowance, 'share'),
      term('Q_m', 'measured flow', measuredLph(source), 'flow'),
      term('p_shut', 'gauge, shut', source.shutKpa, 'pressure'),
      term('p_m', 'gauge at the measured flow', flowing, 'pressure'),
      term('p', 'pressure needed at the source', demand.neededKpa, 'pressure'),
    ],
    result: term('Q', 'available flow', demand.availableLph, 'flow'),
    source: 'Turbulent loss behind the tap, two measured points.',
  };
};

const asked: Maker = (plan, results, blockIndex) => {
  const { demand, built } = results;
  const block = plan.blocks[blockIndex];
  const nodeM = new Map(built.network.nodes.map((n) => [n.id, n.elevationM]));
  const medium = { waterC: plan.wishes.waterC, friction: plan.wishes.friction };
  const regulated = block.regulator.part !== 'none';
  const terms: Term[] = [
    term(
      'p',
      regulated ? 'regulator’s set pressure' : 'pressure at the header’s feed',
      regulated ? block.regulator.setKpa : demand.feedKpa,
      'pressure',
    ),
  ];
  for (const step of built.trunk) {
    const link = built.network.links[step.link];
    terms.push(
      term('h', `${step.kind}, its loss at this flow`, lossAcross(link, demand.askedLph, medium), 'pressure'),
    );
    const rise = (nodeM.get(link.to)! - nodeM.get(link.from)!) * KPA_PER_M;
    if (rise !== 0) terms.push(term('z', `${step.kind}, its rise`, rise, 'pressure'));
    if (step.kind === 'regulator') break;
  }
  terms.push(term('Q', 'flow of all runs then', demand.askedLph, 'flow'));
  return {
    title: 'Pressure needed at the source',
    says: regulated
      ? 'What the regulator is to let out, and every loss and rise before it at the flow the runs then take.'
      : 'What the header must have for the weakest emitter to stand at the foot of its window, and every loss and rise before it.',
    formula: 'p_needed = p + Σ h + Σ z',
    terms,
    result: term('p_needed', 'pressure needed at the source', demand.neededKpa, 'pressure'),
    source: 'Energy along the pipe; friction by the school chosen (docs/method.md).',
  };
};

const bed: Maker = (plan, results, blockIndex, runIndex) => {
  const number = results.runs[runIndex].run.bed;
  const own = results.runs.filter((r) => r.run.bed === number);
  const { tape } = plan.blocks[blockIndex];
  const emitters = own.reduce((n, r) => n + r.emitters, 0);
  const flow = own.reduce((q, r) => q + r.flowLph, 0);
  return {
    title: `Flow of bed ${number}`,
    says: 'Every emitter’s own flow at its own pressure, added up.',
    formula:
      tape.kind === 'compensating' ? 'Q = Σ q_i;  q_i = q_n from p_min up' : 'Q = Σ q_n · (p_i / p_n)^x',
    terms: [
      term('n', 'emitters in the bed', emitters, 'count'),
      term('q_n', 'label flow', tape.flowLph, 'emitterFlow'),
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

const header: Maker = (plan, results, blockIndex) => {
  const loss = headerLoss(results);
  const { header: h } = plan.blocks[blockIndex];
  const hazen = plan.wishes.friction === 'hazen-williams';
  return {
    title: 'Loss in the header',
    says: 'Each piece between take-offs carries the flow of the beds beyond it; their friction is added up to the take-off that loses most.',
    formula: hazen ? 'h = Σ 10.67·L·Q^1.852 / (C^1.852·D^4.8704)' : 'h = Σ f · L/D · V²/2g',
    terms: [
      term('D', 'bore', h.boreMm, 'bore'),
      term('L', 'from the feed to that take-off', loss.lengthM, 'length'),
      term('Q', 'flow into the block', results.flowLph, 'flow'),
      term('', 'pressure at the feed', loss.feedKpa, 'pressure'),
      term('', 'share of that', loss.feedKpa > 0 ? loss.frictionKpa / loss.feedKpa : 0, 'share'),
    ],
    result: term('h', 'friction in the header', loss.frictionKpa, 'pressure'),
    source: hazen ? 'Hazen–Williams.' : 'Darcy–Weisbach; f by 64/Re, Blasius, Watters & Keller.',
  };
};

const end: Maker = (plan, results, blockIndex, runIndex) => {
  const r = results.runs[runIndex];
  const { tape, header: h } = plan.blocks[blockIndex];
  const rise = r.run.slope * r.run.lengthM;
  return {
    title: `Pressure at the far end of bed ${r.run.bed}`,
    says: 'From the take-off on, what the take-off, the friction of every piece between emitters and the rise of the ground leave.',
    formula: 'p_end = p_in − K·V²/2g − Σ h_i − z',
    terms: [
      term('p_in', 'in the header at its take-off', r.inletKpa, 'pressure'),
      term('K', 'take-off, velocity heads', h.takeOffK, 'factor'),
      term('z', 'rise of the ground', rise, 'height'),
      term('L', 'length', r.run.lengthM, 'length'),
      term('D', 'bore', tape.boreMm, 'bore'),
      term('Q', 'flow into the run', r.flowLph, 'flow'),
      term('', 'lost to friction and take-off', r.inletKpa - r.endKpa - rise * KPA_PER_M, 'pressure'),
    ],
    result: term('p_end', 'pressure at the far end', r.endKpa, 'pressure'),
    source: 'Marched emitter by emitter (docs/method.md).',
  };
};

const uniformity: Maker = (plan, results, blockIndex) => {
  const { tape } = plan.blocks[blockIndex];
  const wet = results.runs.filter((r) => r.emitters > 0);
  const least = Math.min(...wet.map((r) => r.minLph));
  const most = Math.max(...wet.map((r) => r.maxLph));
  return {
    title: 'Evenness of the block',
    says: 'Emission uniformity: the weakest emitter against the mean of all, less what manufacture scatters.',
    formula: 'EU = (1 − 1.27·CV/√e) · q_min / q_mean',
    terms: [
      term('CV', 'scatter of manufacture', tape.cv, 'factor'),
      term('e', 'emitters per plant', 1, 'count'),
      term('q_min', 'weakest emitter', least, 'emitterFlow'),
      term(
        'q_mean',
        `mean of ${results.emitters.toLocaleString('en-US')} emitters`,
        results.emitters > 0 ? results.flowLph / results.emitters : 0,
        'emitterFlow',
      ),
      term('', 'flow variation', flowVariation(least, most), 'share'),
    ],
    result: term('EU', 'evenness', results.uniformity, 'share'),
    source: 'Karmeli & Keller 1975.',
  };
};

const MAKERS: Record<WorkingName, Maker> = { bucket, available, asked, bed, header, end, uniformity };

/** The working of one number of a solved plan; none where the number does not arise. */
export const workingOf = (
  name: WorkingName,
  plan: FullPlan,
  results: PlanResults,
  runIndex: number,
  blockIndex = 0,
): Working | undefined => MAKERS[name](plan, results, blockIndex, runIndex);
