import { fixed, forms, msg } from '../language';
import type { Medium } from '../hydraulics/friction';
import { levelAtM } from '../hydraulics/drawdown';
import { lossAcross } from '../hydraulics/network';
import { pumpSupply } from '../hydraulics/pump';
import { supplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import {
  intakeOf,
  measuredLph,
  sourceMostLph,
  meanS,
  mediumOf,
  spread,
  suctionFacts,
  switchFacts,
  type FarmResults,
  type PartStep,
} from '../network';
import type { LaidMain } from '../layout';
import {
  curveIn,
  isPumped,
  isStored,
  isSucking,
  isWell,
  storedLevelM,
  type FullPlan,
  type Part,
  type Source,
} from '../plan';
import { sourceField, sum, term, type Maker, type Term } from './types';
import { S_PER_HOUR, S_PER_MIN } from '../units/time';

export const bucket: Maker = ({
  plan,
  results: {
    layout: { source },
  },
}) => {
  if (!('shutKpa' in source) || source.method !== 'bucket') return undefined;
  return {
    title: msg`Flow of the open tap`,
    says: msg`A bucket of known volume over the mean of the seconds it took. It comes at no pressure.`,
    formula: 'Q = V / t',
    terms: [
      term('V', 'bucket', source.bucketL, 'volume', sourceField(plan, 'bucketL')),
      term(
        't',
        msg`mean of ${source.triesS.length} ${forms(source.triesS.length, 'try', 'tries')}`,
        meanS(source.triesS),
        'time',
        sourceField(plan, 'triesS'),
      ),
      term('', msg`spread of the tries`, spread(source.triesS), 'share'),
    ],
    gives: ([v, t]) => (v / t) * S_PER_HOUR,
    result: term('Q', msg`open flow`, measuredLph(source), 'flow'),
    source: msg`By definition of flow.`,
  };
};

const availableTank: Maker = ({
  plan,
  results: {
    layout: { source },
  },
}) => {
  if (!isStored(source)) return undefined;
  const level = storedLevelM(source, 'planned');
  return {
    title: msg`What the tank can give`,
    says:
      source.level === 'held'
        ? msg`A float valve holds the water; the pressure is its height above the head at the tank’s foot.`
        : msg`A tank’s pressure is the height of its water, planned at the low level; its own flow is limited by the pipes, which are solved with it.`,
    formula: 'p = (z_water − z_foot) · ρ·g',
    terms: [
      term(
        'z_water',
        source.level === 'held' ? msg`held water` : msg`low water`,
        source.heightM + level,
        'height',
        sourceField(plan, source.level === 'held' ? 'floatM' : 'lowM'),
      ),
      term('z_foot', msg`ground the tank stands on, where the head is`, source.heightM, 'height'),
    ],
    gives: ([water, foot]) => (water - foot) * KPA_PER_M,
    result: term('p', msg`pressure at the head`, level * KPA_PER_M, 'pressure'),
    source: msg`Hydrostatics, at standard gravity.`,
  };
};

const availableTap: Maker = ({
  plan,
  results: {
    layout: { source },
    demand,
  },
}) => {
  if (!('shutKpa' in source)) return undefined;
  const flowing = source.method === 'bucket' ? 0 : source.flowingKpa;
  const boostKpa = boosts(source, plan, demand.availableLph);
  const boosted = source.booster.kind !== 'none';
  const most = boosted
    ? [term('Q_t', msg`the tap by itself, at the booster’s low cut-out`, sourceMostLph(source, plan), 'flow')]
    : [];
  const terms = [
    term('a', msg`allowance on the measured flow`, plan.wishes.allowance, 'share', 'wishes.allowance'),
    term(
      'Q_m',
      msg`measured flow`,
      measuredLph(source),
      'flow',
      sourceField(plan, source.method === 'bucket' ? 'bucketL' : 'flowingLph'),
    ),
    term('p_shut', msg`gauge, shut`, source.shutKpa, 'pressure', sourceField(plan, 'shutKpa')),
    term(
      'p_m',
      msg`gauge at the measured flow`,
      flowing,
      'pressure',
      source.method === 'bucket' ? undefined : sourceField(plan, 'flowingKpa'),
    ),
    term('p', msg`pressure needed at the source`, demand.neededKpa, 'pressure'),
    term('Q_o', msg`drawn by others, taken off`, source.othersLph, 'flow'),
    term('p_b', msg`the booster adds at that flow`, boostKpa, 'pressure'),
    ...most,
  ];
  return {
    title: msg`Flow available at the pressure needed`,
    says: msg`Pressure behind a tap falls with the square of the flow. The curve through the shut gauge and the measured flow, reduced by the allowance, is read at the pressure this plan needs${boosted ? msg`, what the booster adds taken off first, and never more than the tap gives by itself` : ''}.`,
    formula: boosted
      ? msg`Q = a · Q_m · √((p_shut + p_b − p) / (p_shut − p_m)) − Q_o, never under 0 nor over Q_t`
      : msg`Q = a · Q_m · √((p_shut + p_b − p) / (p_shut − p_m)) − Q_o, never under 0`,
    terms,
    gives: ([a, measured, shut, at, needed, others, boost, tap = Infinity]) =>
      Math.min(
        tap,
        Math.max(0, a * measured * Math.sqrt(Math.max(0, shut + boost - needed) / (shut - at)) - others),
      ),
    result: term('Q', msg`available flow`, demand.availableLph, 'flow'),
    source: msg`Turbulent loss behind the tap, two measured points.`,
  };
};

/** Pressure that a booster adds at a flow, kPa; 0 where there is none. */
const boosts = (source: Source, plan: FullPlan, lph: number): number =>
  sum(
    intakeOf(source, plan.wishes.allowance)
      .steps.filter((s) => s.kind === 'boost')
      .map((s) => -lossAcross({ ...s.link, from: '', to: '' } as never, lph, mediumOf(plan))),
  );

const availablePump: Maker = ({
  plan,
  results: {
    layout: { source },
    demand,
  },
}) => {
  if (!isPumped(source)) return undefined;
  const q = demand.availableLph;
  if (!Number.isFinite(q)) return undefined;
  const intake = intakeOf(source, plan.wishes.allowance);
  const lift = intake.steps.find((s) => s.kind === 'lift')!;
  const drawn = q + source.othersLph;
  const friction = lossAcross({ ...lift.link, from: '', to: '' } as never, q, mediumOf(plan));
  const well = isWell(source);
  const headM =
    supplyCurve(pumpSupply(curveIn(source, 'planned', plan.wishes.allowance)), 0).kpa(drawn) / KPA_PER_M;
  const held = source.vessel.part === 'tank';
  const liftM = well ? levelAtM(source, drawn) : source.liftM;
  const bareKpa = (headM - liftM) * KPA_PER_M - friction;
  return {
    title: msg`Flow available at the pressure needed`,
    says: msg`The pump’s curve, less its lift and the friction of its pipe${held ? msg`, and not above the pressure at which its switch starts it` : ''}, is followed to the flow at which it gives just what this plan needs, or to its last point where it gives more there; here is what it gives at that flow.`,
    formula: `p = ρ·g·(H − z) − h${held ? msg`, at most p_in` : ''} + p_b`,
    terms: [
      term('H', msg`head of the pump there, read on its curve`, headM, 'height', sourceField(plan, 'curve')),
      term(
        'z',
        well ? msg`pumping level under the ground` : msg`pump above the water`,
        liftM,
        'height',
        sourceField(plan, well ? 'pumpingLevelM' : 'liftM'),
      ),
      term(
        'h',
        msg`friction of the ${well ? msg`drop` : msg`suction`} pipe at that flow`,
        friction,
        'pressure',
      ),
      ...(held
        ? [term('p_in', 'cut-in', source.vessel.cutInKpa, 'pressure', sourceField(plan, 'vessel.cutInKpa'))]
        : [term('', msg`no switch holds it lower`, bareKpa, 'pressure')]),
      term('p_b', msg`the booster adds at that flow`, boosts(source, plan, q), 'pressure'),
      term('Q', msg`available flow`, q, 'flow'),
      term('', msg`drawn by others besides`, source.othersLph, 'flow'),
      term('', msg`pressure needed`, demand.neededKpa, 'pressure'),
    ],
    gives: ([head, z, h, most, boost]) => Math.min((head - z) * KPA_PER_M - h, most) + boost,
    result: term(
      'p',
      msg`at the source at that flow`,
      Math.min(bareKpa, held ? source.vessel.cutInKpa : bareKpa) + boosts(source, plan, q),
      'pressure',
    ),
    source: msg`The pump’s own curve (its working is apart); friction by the formula chosen.`,
  };
};

/** A cubic between two points of the pump's curve, with the slopes that keep it from rising. */
export const pumpCurve: Maker = ({
  plan,
  results: {
    layout: { source },
    flowLph,
  },
}) => {
  if (!isPumped(source) || !(flowLph > 0)) return undefined;
  const supply = pumpSupply(curveIn(source, plan.water ?? 'planned', plan.wishes.allowance));
  if (supply.kind !== 'pump') return undefined;
  const curve = supplyCurve(supply, 0);
  const { points } = supply;
  const drawn = flowLph + source.othersLph;
  const last = points.length - 1;
  if (drawn < points[0].flowLph || drawn > points[last].flowLph) return undefined;
  const at = Math.min(
    last - 1,
    points.findIndex((_, i) => i < last && drawn <= points[i + 1].flowLph),
  );
  const [a, b] = [points[at], points[at + 1]];
  // From inside the piece: at a point the two sides' slopes are the same by construction, at the ends they are one-sided.
  const slope = (lph: number): number => curve.slope(lph) / KPA_PER_M;
  const field = sourceField(plan, 'curve');
  return {
    title: msg`Head of the pump at the present flow`,
    says: msg`Between two points of its curve a cubic is drawn that passes through both and never rises. u is how far the flow lies from the first to the second.`,
    formula:
      'H = H₁·(1 + 2u)·(1 − u)² + H₂·u²·(3 − 2u) + u·(1 − u)·(Δ₁·(1 − u) − Δ₂·u);  u = (Q − Q₁)/(Q₂ − Q₁)',
    terms: [
      term('Q', msg`drawn from the pump`, drawn, 'flow'),
      term('Q₁', msg`flow of the point before`, a.flowLph, 'flow', field),
      term('H₁', msg`its head`, a.pressureKpa / KPA_PER_M, 'height', field),
      term('Q₂', msg`flow of the point after`, b.flowLph, 'flow', field),
      term('H₂', msg`its head`, b.pressureKpa / KPA_PER_M, 'height', field),
      term(
        'Δ₁',
        msg`slope at the first, times Q₂ − Q₁`,
        slope(a.flowLph) * (b.flowLph - a.flowLph),
        'height',
      ),
      term(
        'Δ₂',
        msg`slope at the second, times Q₂ − Q₁`,
        slope(b.flowLph) * (b.flowLph - a.flowLph),
        'height',
      ),
    ],
    gives: ([q, q1, h1, q2, h2, d1, d2]) => {
      const u = (q - q1) / (q2 - q1);
      const v = 1 - u;
      return h1 * (1 + 2 * u) * v * v + h2 * u * u * (3 - 2 * u) + u * v * (d1 * v - d2 * u);
    },
    result: term('H', msg`head of the pump`, curve.kpa(drawn) / KPA_PER_M, 'height'),
    source: msg`Fritsch & Carlson 1980, slopes after Fritsch & Butland 1984.`,
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
  if (!facts || !isPumped(source)) return undefined;
  const { volumeL, prechargeKpa, cutInKpa, cutOutKpa } = source.vessel;
  return {
    title: msg`Water between starts`,
    says: msg`The air in the tank keeps pressure times volume. What it pushes out between the switch’s two pressures is drawn without the pump.`,
    formula: 'ΔV = V · (p₀ + p_air) · (1/(p_in + p_air) − 1/(p_out + p_air))',
    terms: [
      term('V', 'tank', volumeL, 'volume', sourceField(plan, 'vessel.volumeL')),
      term(
        'p₀',
        msg`air in the empty tank`,
        prechargeKpa,
        'pressure',
        sourceField(plan, 'vessel.prechargeKpa'),
      ),
      term('p_in', 'cut-in', cutInKpa, 'pressure', sourceField(plan, 'vessel.cutInKpa')),
      term('p_out', 'cut-out', cutOutKpa, 'pressure', sourceField(plan, 'vessel.cutOutKpa')),
      term('p_air', msg`pressure of the air`, facts.airKpa, 'pressure'),
    ],
    gives: ([v, p0, pIn, pOut, air]) => {
      const held = v * (p0 + air);
      return Math.min(v, held / (pIn + air)) - Math.min(v, held / (pOut + air));
    },
    result: term('ΔV', 'drawdown', facts.drawdownL, 'volume'),
    source: msg`Boyle 1662. Below the air’s own pressure the tank is empty.`,
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
    title: msg`Starts of the pump`,
    says: msg`While the pump runs the tank takes what it gives over the draw; then the tank gives the draw alone. The pump’s flow falls from cut-in to cut-out, so its run is added up slice by slice.`,
    formula: msg`n = 1 / (t_run + t_rest);  t_run = ∫ dV/(Q_p − Q),  t_rest = ΔV/Q`,
    terms: [
      term('t_run', msg`one run`, cycle.runMin * S_PER_MIN, 'time'),
      term('t_rest', msg`one rest`, cycle.restMin * S_PER_MIN, 'time'),
      term('ΔV', 'drawdown', facts.drawdownL, 'volume'),
      term('Q_p', msg`pump at cut-in`, facts.cutInLph, 'flow'),
      term('Q_p', msg`pump at cut-out`, facts.cutOutLph, 'flow'),
      term('Q', 'drawn', flowLph, 'flow'),
    ],
    gives: ([run, rest]) => S_PER_HOUR / (run + rest),
    result: term('n', msg`starts an hour`, cycle.startsPerHour, 'factor'),
    source: msg`Balance of water in the tank.`,
  };
};

export const suction: Maker = ({
  plan,
  results: {
    layout: { source },
    flowLph,
  },
}) => {
  if (!isSucking(source)) return undefined;
  const facts = suctionFacts(source, plan, flowLph, 0);
  return {
    title: msg`Suction head left`,
    says: msg`The air pushes the water up to the pump. What lift, friction and the water’s own vapour leave of that must be more than the pump needs.`,
    formula: 'NPSH = (p_air − p_vapour)/ρg − z − h',
    terms: [
      term('p_air/ρg', msg`air at this altitude`, facts.airM, 'height', sourceField(plan, 'altitudeM')),
      term('p_vapour/ρg', msg`vapour at this temperature`, facts.vapourM, 'height', 'wishes.waterC'),
      term('z', msg`pump above the water`, source.liftM, 'height', sourceField(plan, 'liftM')),
      term('h', msg`friction of suction pipe, foot valve and strainer`, facts.frictionM, 'height'),
      term('', msg`needed by the pump at this flow`, facts.needsM, 'height', sourceField(plan, 'npshM')),
    ],
    gives: ([air, vapour, z, h]) => air - vapour - z - h,
    result: term('NPSH', msg`suction head there is`, facts.haveM, 'height'),
    source: msg`ISO 2533 standard atmosphere; vapour pressure after Alduchov & Eskridge 1996.`,
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
          term(
            'h',
            msg`${part.name}, its loss at this flow`,
            lossAcross(link, lph, medium),
            'pressure',
            `head.${plan.head.findIndex((p) => p.id === part.id)}.lossKpa`,
          ),
        );
  };
  const ruling = demand.ruling;
  if (ruling < 0) {
    const regulator = built.head.map((s) => s.part.role).lastIndexOf('regulator');
    if (regulator >= 0) {
      const { part } = built.head[regulator];
      const at = plan.head.findIndex((p) => p.id === part.id);
      terms.push(term('p', msg`regulator’s set pressure`, part.setKpa, 'pressure', `head.${at}.setKpa`));
      losses(built.head.slice(0, regulator + 1), demand.askedLph);
    }
  } else {
    const block = built.blocks[ruling];
    const needs = demand.blocks[ruling];
    const name = block.layout.block.name;
    terms.push(term('p', msg`needed where the main reaches ${name}`, needs.entryKpa, 'pressure'));
    losses(built.head, demand.askedLph);
    const rise = (block.entryM - built.intake.headM) * KPA_PER_M;
    // Round a ring water comes from two sides: no single way's losses are the sum.
    if (built.rings.length > 0)
      terms.push(
        term(
          'h',
          msg`mains with their rings, solved at these flows`,
          demand.neededKpa - sum(terms.map((t) => t.value)) - rise,
          'pressure',
        ),
      );
    else
      for (const { laid, lossKpa, outlet } of mainsAt(results, block.layout.block.id, medium))
        terms.push(
          ...(outlet
            ? [
                term(
                  'h',
                  msg`${outlet.part.name}, the loss of one outlet at its own flow`,
                  outlet.lossKpa,
                  'pressure',
                  `head.${plan.head.findIndex((p) => p.id === outlet.part.id)}.lossKpa`,
                ),
              ]
            : []),
          term(
            'h',
            msg`main of ${fixed(laid.lengthM, 0)} m, its friction at these flows`,
            lossKpa,
            'pressure',
          ),
        );
    terms.push(term('z', msg`rise from the head to where the main reaches it`, rise, 'pressure'));
  }
  const parts = terms.length;
  terms.push(term('Q', msg`flow of all runs then`, demand.askedLph, 'flow'));
  return {
    title: msg`Pressure needed at the source`,
    says: msg`What the regulator lets out, or the weakest emitter needs, and every loss and rise before it with all blocks drawing what they ask. The block that asks for most decides.`,
    formula: msg`p_needed = p + Σ h + Σ z`,
    terms,
    gives: (all) => sum(all.slice(0, parts)),
    result: term('p_needed', msg`pressure needed at the source`, demand.neededKpa, 'pressure'),
    source: msg`Energy along the pipe; friction by the formula chosen (docs/method.md).`,
  };
};

/** The pieces of main from the head to a block, each with its friction while every block draws what it asks. */
function mainsAt(
  { built, demand }: FarmResults,
  blockId: string,
  medium: Medium,
): { laid: LaidMain; lossKpa: number; outlet: { part: Part; lossKpa: number } | undefined }[] {
  const byEnd = new Map(built.mains.map((m) => [m.to, m]));
  const path = (entry: string): typeof built.mains => {
    const pieces = [];
    for (let at = byEnd.get(entry); at; at = byEnd.get(at.from)) pieces.push(at);
    return pieces;
  };
  const lph = new Map<object, number>();
  built.blocks.forEach((b, i) => {
    for (const m of path(b.entry))
      for (const at of [m, m.outlet]) if (at) lph.set(at, (lph.get(at) ?? 0) + demand.blocks[i].askedLph);
  });
  for (const { node, tee } of built.others)
    for (const m of path(node))
      for (const at of [m, m.outlet]) if (at) lph.set(at, (lph.get(at) ?? 0) + tee.outlet.lph);
  const block = built.blocks.find((b) => b.layout.block.id === blockId)!;
  return path(block.entry).map(({ laid, link, outlet, ...m }) => ({
    laid,
    lossKpa: lossAcross(link, lph.get(byEnd.get(m.to)!)!, medium),
    outlet: outlet?.link && {
      part: outlet.part,
      lossKpa: lossAcross(outlet.link, lph.get(outlet)!, medium),
    },
  }));
}
