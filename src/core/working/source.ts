import { lossAcross } from '../hydraulics/network';
import { KPA_PER_M } from '../hydraulics/water';
import {
  intakeOf,
  measuredLph,
  meanS,
  mediumOf,
  spread,
  suctionFacts,
  switchFacts,
  tankLevelM,
  type PartStep,
} from '../network';
import { term, type Maker, type Term } from './types';

export const bucket: Maker = ({
  results: {
    layout: { source },
  },
}) => {
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

const availableTank: Maker = ({
  results: {
    layout: { source },
  },
}) => {
  if (source.kind !== 'tank') return undefined;
  const level = tankLevelM(source, 'planned');
  return {
    title: 'What the tank can give',
    says:
      source.level === 'held'
        ? 'A float valve holds the water; the pressure is its height over the head at the tank’s foot.'
        : 'A tank’s pressure is the height of its water, planned at the low level; its own flow is bounded by the pipes, which are solved with it.',
    formula: 'p = (z_water − z_foot) · ρ·g',
    terms: [
      term('z_water', source.level === 'held' ? 'held water' : 'low water', source.heightM + level, 'height'),
      term('z_foot', 'ground the tank stands on, where the head is', source.heightM, 'height'),
    ],
    result: term('p', 'pressure at the head', level * KPA_PER_M, 'pressure'),
    source: 'Hydrostatics: 9.80665 kPa per metre of water.',
  };
};

const availableTap: Maker = ({
  plan,
  results: {
    layout: { source },
    demand,
  },
}) => {
  if (source.kind !== 'tap') return undefined;
  const flowing = source.method === 'bucket' ? 0 : source.flowingKpa;
  const terms = [
    term('a', 'allowance on the measured flow', plan.wishes.allowance, 'share'),
    term('Q_m', 'measured flow', measuredLph(source), 'flow'),
    term('p_shut', 'gauge, shut', source.shutKpa, 'pressure'),
    term('p_m', 'gauge at the measured flow', flowing, 'pressure'),
    term('p', 'pressure needed at the source', demand.neededKpa, 'pressure'),
  ];
  if (source.othersLph > 0) terms.push(term('Q_o', 'drawn by others, taken off', source.othersLph, 'flow'));
  return {
    title: 'Flow available at the pressure needed',
    says: `Pressure behind a tap falls with the square of the flow. The curve through the shut gauge and the measured flow, drawn in by the allowance, is read at the pressure this plan needs${source.booster.kind === 'none' ? '' : ', what the booster adds taken off first'}.`,
    formula:
      source.othersLph > 0
        ? 'Q = a · Q_m · √((p_shut − p) / (p_shut − p_m)) − Q_o'
        : 'Q = a · Q_m · √((p_shut − p) / (p_shut − p_m))',
    terms,
    result: term('Q', 'available flow', demand.availableLph, 'flow'),
    source: 'Turbulent loss behind the tap, two measured points.',
  };
};

const availablePump: Maker = ({
  plan,
  results: {
    layout: { source },
    demand,
  },
}) => {
  if (source.kind !== 'well' && source.kind !== 'pump') return undefined;
  const q = Number.isFinite(demand.availableLph) ? demand.availableLph : 0;
  const lift = intakeOf(source, plan.wishes.allowance).steps.find((s) => s.kind === 'lift')!;
  const friction = lossAcross({ ...lift.link, from: '', to: '' } as never, q, mediumOf(plan));
  const liftM = source.kind === 'well' ? source.pumpingLevelM : source.liftM;
  return {
    title: 'Flow available at the pressure needed',
    says: `The pump’s curve, less its lift and the friction of its pipe${source.vessel.part === 'tank' ? ', and not above the pressure at which its switch starts it' : ''}, read at the pressure this plan needs.`,
    formula: 'p = ρ·g·(H(Q) − z) − h',
    terms: [
      term(
        'z',
        source.kind === 'well' ? 'pumping level under the ground' : 'pump over the water',
        liftM,
        'height',
      ),
      term(
        'h',
        `friction of the ${source.kind === 'well' ? 'drop' : 'suction'} pipe at that flow`,
        friction,
        'pressure',
      ),
      term('p', 'pressure needed', demand.neededKpa, 'pressure'),
      ...(source.vessel.part === 'tank' ? [term('p_in', 'cut-in', source.vessel.cutInKpa, 'pressure')] : []),
    ],
    result: term('Q', 'available flow', demand.availableLph, 'flow'),
    source: 'The pump’s own curve (monotone cubic through its points); friction by the school chosen.',
  };
};

export const available: Maker = (subject) =>
  availableTap(subject) ?? availableTank(subject) ?? availablePump(subject);

export const drawdown: Maker = ({
  plan,
  results: {
    layout: { source },
  },
}) => {
  const facts = switchFacts(source, plan);
  if (!facts || (source.kind !== 'well' && source.kind !== 'pump')) return undefined;
  const { volumeL, prechargeKpa, cutInKpa, cutOutKpa } = source.vessel;
  return {
    title: 'Water between starts',
    says: 'The air in the tank keeps pressure times volume. What it pushes out between the switch’s two pressures is drawn without the pump.',
    formula: 'ΔV = V · (p₀ + p_air) · (1/(p_in + p_air) − 1/(p_out + p_air))',
    terms: [
      term('V', 'tank', volumeL, 'volume'),
      term('p₀', 'air in the empty tank', prechargeKpa, 'pressure'),
      term('p_in', 'cut-in', cutInKpa, 'pressure'),
      term('p_out', 'cut-out', cutOutKpa, 'pressure'),
      term('p_air', 'pressure of the air', 101.325, 'pressure'),
    ],
    result: term('ΔV', 'drawdown', facts.drawdownL, 'volume'),
    source: 'Boyle 1662. Below the air’s own pressure the tank is empty.',
  };
};

export const starts: Maker = ({
  plan,
  results: {
    layout: { source },
    flowLph,
  },
}) => {
  const facts = switchFacts(source, plan);
  if (!facts || !(flowLph > 0)) return undefined;
  const cycle = facts.cycle(flowLph);
  if (cycle.steady) return undefined;
  return {
    title: 'Starts of the pump',
    says: 'While the pump runs the tank takes what it gives over the draw; then the tank gives the draw alone. The pump’s flow falls from cut-in to cut-out, so its run is added up slice by slice.',
    formula: 'n = 1 / (∫ dV/(Q_p − Q) + ΔV/Q)',
    terms: [
      term('ΔV', 'drawdown', facts.drawdownL, 'volume'),
      term('Q_p', 'pump at cut-in', facts.cutInLph, 'flow'),
      term('Q_p', 'pump at cut-out', facts.cutOutLph, 'flow'),
      term('Q', 'drawn', flowLph, 'flow'),
      term('', 'one run', cycle.runMin * 60, 'time'),
      term('', 'one rest', cycle.restMin * 60, 'time'),
    ],
    result: term('n', 'starts an hour', cycle.startsPerHour, 'factor'),
    source: 'Balance of water in the tank.',
  };
};

export const suction: Maker = ({
  plan,
  results: {
    layout: { source },
    flowLph,
  },
}) => {
  if (source.kind !== 'pump') return undefined;
  const facts = suctionFacts(source, plan, flowLph, 0);
  return {
    title: 'Suction head left',
    says: 'The air pushes the water up to the pump. What lift, friction and the water’s own vapour leave of that must be more than the pump needs.',
    formula: 'NPSH = (p_air − p_vapour)/ρg − z − h',
    terms: [
      term('p_air/ρg', 'air at this altitude', facts.airM, 'height'),
      term('p_vapour/ρg', 'vapour at this temperature', facts.vapourM, 'height'),
      term('z', 'pump over the water', source.liftM, 'height'),
      term('h', 'friction of suction pipe, foot valve and strainer', facts.frictionM, 'height'),
      term('', 'needed by the pump at this flow', facts.needsM, 'height'),
    ],
    result: term('NPSH', 'suction head there is', facts.haveM, 'height'),
    source: 'ISO 2533 standard atmosphere; vapour pressure after Alduchov & Eskridge 1996.',
  };
};

export const asked: Maker = ({ plan, results }) => {
  const { demand, built } = results;
  const medium = mediumOf(plan);
  const terms: Term[] = [];
  const losses = (steps: readonly PartStep[], lph: number): void => {
    for (const { part, link } of steps)
      if (link)
        terms.push(
          term('h', `${part.name}, its loss at this flow`, lossAcross(link, lph, medium), 'pressure'),
        );
  };
  const ruling = demand.ruling;
  if (ruling < 0) {
    const regulator = built.head.map((s) => s.part.role).lastIndexOf('regulator');
    if (regulator >= 0) {
      terms.push(term('p', 'regulator’s set pressure', built.head[regulator].part.setKpa, 'pressure'));
      losses(built.head.slice(0, regulator + 1), demand.askedLph);
    }
  } else {
    const block = built.blocks[ruling];
    const needs = demand.blocks[ruling];
    const name = block.layout.block.name;
    terms.push(term('p', `needed where the main reaches ${name}`, needs.entryKpa, 'pressure'));
    const rise = (block.entryM - built.intake.headM) * KPA_PER_M;
    let before = 0;
    losses(built.head, demand.askedLph);
    for (const t of terms) before += t.value;
    terms.push(
      term('h', `main to ${name}, its friction at these flows`, demand.neededKpa - before - rise, 'pressure'),
    );
    if (rise !== 0) terms.push(term('z', 'its rise', rise, 'pressure'));
  }
  terms.push(term('Q', 'flow of all runs then', demand.askedLph, 'flow'));
  return {
    title: 'Pressure needed at the source',
    says: 'What the regulator lets out, or the weakest emitter needs, and every loss and rise before it with all blocks drawing what they ask. The block that asks for most rules.',
    formula: 'p_needed = p + Σ h + Σ z',
    terms,
    result: term('p_needed', 'pressure needed at the source', demand.neededKpa, 'pressure'),
    source: 'Energy along the pipe; friction by the school chosen (docs/method.md).',
  };
};
