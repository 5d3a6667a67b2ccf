import { comesIn, isStored } from '../plan';
import { msg } from '../language';
import { emitterCount } from '../hydraulics/run';
import { KPA_PER_M } from '../hydraulics/water';
import { fullL, litresPerM, roofL, usableL } from '../hydraulics/storage';
import { longestRunM } from '../network';
import { tapePath } from './block';
import { sourceField, term, type Maker } from './types';
import { S_PER_HOUR } from '../units/time';

const KG_PER_L = 1;

export const blockFlow: Maker = ({ results, block, plan }) => ({
  title: msg`Flow of ${plan.blocks[block.index].name}`,
  says: msg`The flows of all its beds, each the sum of its emitters.`,
  formula: 'Q = n · q',
  terms: [
    term('n', 'emitters', block.emitters, 'count'),
    term(
      'q',
      msg`mean flow of an emitter`,
      block.emitters > 0 ? block.flowLph / block.emitters : 0,
      'emitterFlow',
    ),
    term('', msg`beds that water`, block.beds.filter((b) => b.flowLph > 0).length, 'count'),
    term('', msg`most in one bed`, Math.max(0, ...block.beds.map((b) => b.flowLph)), 'flow'),
    term('', msg`of all that flows`, results.flowLph > 0 ? block.flowLph / results.flowLph : 0, 'share'),
  ],
  gives: ([n, q]) => n * q,
  result: term('Q', msg`flow of the block`, block.flowLph, 'flow'),
  source: msg`Balance of water.`,
});

export const longest: Maker = ({ plan, results, block }) => {
  if (block.weakest < 0) return undefined;
  const { run, inletKpa } = results.runs[block.weakest];
  const tape = tapePath(plan, results, block, block.weakest);
  return {
    title: msg`Longest run`,
    says: msg`The greatest length that is still as even as the target, from the pressure its run starts with and on its slope: each length looked at is solved emitter by emitter, and the last is found by halving.`,
    formula: msg`L_max: E(L_max) = E_target`,
    terms: [
      term('E_target', msg`target evenness`, plan.wishes.uniformity, 'share', 'wishes.uniformity'),
      term('p_in', msg`at the take-off of the weakest run`, inletKpa, 'pressure'),
      term('i', msg`mean slope away from the header`, run.lie().slope, 'slope'),
      term('D', 'bore', run.tape.boreMm, 'bore', `${tape}.boreMm`),
      term('e', msg`spacing of the emitters`, run.tape.spacingM, 'spacing', `${tape}.spacingM`),
      term('q_n', msg`label flow`, run.tape.flowLph, 'emitterFlow', `${tape}.flowLph`),
    ],
    result: term('L_max', msg`longest run`, longestRunM(plan, results, block.weakest), 'length'),
    source: msg`Runs solved exactly (docs/method.md).`,
  };
};

export const rate: Maker = ({ block }) => {
  const { layout } = block.built;
  const { pathM } = layout.block.beds;
  const areaM2 = layout.beds.reduce((a, bed) => a + bed.lengthM * (bed.widthM + pathM), 0);
  if (!(areaM2 > 0)) return undefined;
  return {
    title: msg`Depth put on in an hour`,
    says: msg`Water over the ground that it falls on is a depth; here over beds and paths together. The wetted strips get more.`,
    formula: 'i = Q / A',
    terms: [
      term('Q', msg`flow of the block`, block.flowLph, 'flow'),
      term('A', msg`beds with their paths`, areaM2, 'area', `blocks.${block.index}.beds.pathM`),
    ],
    gives: ([q, a]) => q / a,
    result: term('i', msg`put on`, block.flowLph / areaM2, 'rate'),
    source: msg`By definition of depth.`,
  };
};

export const tapeLength: Maker = ({ block }) => {
  const { runs } = block.built.layout;
  const metres = runs.reduce((m, r) => m + r.lengthM - r.leadM, 0);
  const emitters = block.built.laterals.reduce((n, l) => n + emitterCount(l), 0);
  return {
    title: msg`Laid in the ground`,
    says: msg`The lengths of all runs, without the plain pipe from the header to the bed; waste and folded ends come on top.`,
    formula: 'L = n · L_run',
    terms: [
      term('n', 'runs', runs.length, 'count'),
      term('L_run', msg`of a run, on the mean`, runs.length > 0 ? metres / runs.length : 0, 'length'),
      term('', 'longest', Math.max(0, ...runs.map((r) => r.lengthM - r.leadM)), 'length'),
      term('', msg`emitters that fit`, emitters, 'count'),
    ],
    gives: ([n, run]) => n * run,
    result: term('L', 'laid', metres, 'length'),
    source: msg`The layout.`,
  };
};

export const rest: Maker = ({ results, block }) => {
  const { feedKpa, lowestTapeKpa } = block.rest;
  return {
    title: msg`Pressure at rest at the lowest tape`,
    says: msg`With nothing flowing nothing is lost: the source’s pressure with the valves shut, or what the last regulator or relief valve lets stand, and what the fall to the lowest tape adds.`,
    formula: 'p = p_feed + ρ·g·z',
    terms: [
      term('p_feed', msg`at the header’s feed`, feedKpa, 'pressure'),
      term('z', msg`fall from there to the lowest tape`, (lowestTapeKpa - feedKpa) / KPA_PER_M, 'height'),
      term('', msg`source, shut and at its best`, results.rest.sourceKpa, 'pressure'),
    ],
    gives: ([feed, z]) => feed + z * KPA_PER_M,
    result: term('p', msg`at the lowest tape`, lowestTapeKpa, 'pressure'),
    source: msg`Hydrostatics, at standard gravity.`,
  };
};

export const tank: Maker = ({ plan, results: { layout, flowLph } }) => {
  const { source } = layout;
  if (!isStored(source) || source.level === 'held') return undefined;
  return {
    title: msg`Water in the tank, and how long it lasts`,
    says: msg`The area of the water times its height between high and low; at the present flow it lasts this long, if the pressure did not fall.`,
    formula: msg`V = A · (z_high − z_low);  t = V / Q`,
    terms: [
      term('A', msg`water for each step of height`, litresPerM(source), 'volumePerLength'),
      term('z_high', msg`high water`, source.highM, 'height', sourceField(plan, 'highM')),
      term('z_low', msg`low water`, source.lowM, 'height', sourceField(plan, 'lowM')),
      term('Q', msg`flow now`, flowLph, 'flow'),
      ...(flowLph > 0 ? [term('t', 'lasts', (usableL(source) / flowLph) * S_PER_HOUR, 'time' as const)] : []),
    ],
    gives: ([a, high, low]) => a * (high - low),
    result: term('V', msg`between high and low water`, usableL(source), 'volume'),
    source: msg`Geometry.`,
  };
};

export const tankWeight: Maker = ({ results: { layout } }) => {
  const { source } = layout;
  if (!isStored(source)) return undefined;
  return {
    title: msg`Weight of the water`,
    says: msg`Water weighs a kilogram a litre, 8.3 lb a gallon. The tank and its stand come on top: somebody competent designs what carries more than 200 kg (440 lb) or stands above waist height.`,
    formula: 'm = ρ · V',
    terms: [term('V', msg`above the outlet, full, all tanks`, fullL(source), 'volume')],
    gives: ([v]) => v * KG_PER_L,
    result: term('m', 'weight', fullL(source), 'weight'),
    source: 'ρ 1000 kg/m³.',
  };
};

export const roof: Maker = ({ plan, results: { layout } }) => {
  const { source } = layout;
  const { roof: from } = comesIn(source);
  if (!from) return undefined;
  return {
    title: msg`Water from one rain`,
    says: msg`The depth of the rain over the roof’s area, less what splashes and runs past.`,
    formula: 'V = A · h · s',
    terms: [
      term('A', 'roof', from.m2, 'area', sourceField(plan, 'roofM2')),
      term('h', 'rain', from.rainMm, 'rain', sourceField(plan, 'rainMm')),
      term('s', msg`share that reaches the tank`, from.share, 'share', sourceField(plan, 'roofShare')),
    ],
    gives: (all) => all.reduce((v, x) => v * x, 1),
    result: term('V', msg`into the tank`, roofL(from.m2, from.rainMm, from.share), 'volume'),
    source: msg`Rainwater practice: about 0.85 of the rain is caught.`,
  };
};
