import { msg } from '../language';
import { soilKind } from '../catalog/soils';
import { costOf } from '../works';
import { stripOf, type LaidBed, type LaidPlant } from '../layout';
import type { Block } from '../plan';
import { pondedRadiusM } from '../soil';
import { tapePath } from './block';
import { sum, term, type Maker, type Working } from './types';

export const puddle: Maker = ({ plan, results, block, runIndex }) => {
  const r = results.runs[runIndex];
  if (r.emitters === 0) return undefined;
  const soil = soilKind(plan.blocks[block.index].ground.soil);
  const q = r.flowLph / r.emitters;
  return {
    title: msg`Puddle about an emitter`,
    says: msg`In the long run the water that stands about an emitter spreads until the soil takes all that it gives.`,
    formula: msg`r = (√(4/α² + π·q/K_s) − 2/α) / π, from q = K_s · (π·r² + 4·r/α)`,
    terms: [
      term(
        'q',
        msg`mean flow of an emitter of this run`,
        q,
        'emitterFlow',
        `${tapePath(plan, results, block, runIndex)}.flowLph`,
      ),
      term(
        'K_s',
        msg`conductivity of ${soil.name}, mm an hour`,
        soil.ksMps * 3.6e6,
        'factor',
        `blocks.${block.index}.ground.soil`,
      ),
      term('α', msg`of the soil, 1/m`, soil.alphaPerM, 'factor', `blocks.${block.index}.ground.soil`),
    ],
    gives: ([lph, mmPerH, alpha]) =>
      (Math.sqrt(4 / alpha ** 2 + (Math.PI * lph) / mmPerH) - 2 / alpha) / Math.PI,
    result: term('r', msg`radius of the puddle`, pondedRadiusM(q, soil.ksMps, soil.alphaPerM), 'spacing'),
    source: msg`Wooding 1968; K_s after Rawls, Brakensiek & Saxton 1982.`,
  };
};

export const strips: Maker = ({ plan, results, block, runIndex }) => {
  const { run } = results.runs[runIndex];
  const bed = block.built.layout.beds[run.bedIndex];
  // A pot is wetted whole.
  if (bed.plant?.potL) return undefined;
  if (bed.plant) return plantRounds(plan.blocks[block.index], block.index, bed, bed.plant);
  const soil = soilKind(plan.blocks[block.index].ground.soil);
  return {
    title: msg`Ground wetted in bed ${bed.key}`,
    says: msg`As wide as one run wets on this soil, times the runs, over the bed’s width.`,
    formula: 'w = n · s / b',
    terms: [
      term(
        'n',
        bed.passes > 1 ? msg`runs, as often as each lies along the bed` : 'runs',
        bed.lines,
        'count',
        `blocks.${block.index}.beds.runsPerBed`,
      ),
      term(
        's',
        msg`strip of one run on ${soil.name}`,
        soil.stripM,
        'spacing',
        `blocks.${block.index}.ground.soil`,
      ),
      term('b', msg`width of the bed`, bed.widthM, 'width', `blocks.${block.index}.beds.widthM`),
    ],
    gives: ([n, s, b]) => (n * s) / b,
    result: term('w', msg`of the bed`, (bed.lines * soil.stripM) / bed.widthM, 'share'),
    source: msg`Growers’ experience: about 0.3 m on average soil, less on sand, more on clay.`,
  };
};

export const cost: Maker = ({ plan, results }) => {
  const c = costOf(plan, results.layout);
  return {
    title: msg`Cost at typical prices`,
    says: msg`Everything that the farm is built of, before spares and whole rolls; in no particular currency.`,
    formula: 'C = Σ L·c + Σ n·c',
    terms: [
      term('', msg`pipe and hose`, c.pipe, 'count'),
      term('', msg`laid along the beds`, c.laid, 'count'),
      term('', msg`parts of head and inlets`, c.parts, 'count'),
      term('', msg`take-offs, ends and fittings`, c.joints, 'count'),
      term('', msg`tools and all else`, c.others, 'count'),
    ],
    gives: sum,
    result: term('C', msg`all of it`, c.total, 'count'),
    source: msg`Typical shop prices (docs/method.md).`,
  };
};

/** What the emitters of a plant, or its ring, wet of the ground that it draws on. */
function plantRounds(block: Block, index: number, bed: LaidBed, plant: LaidPlant): Working {
  const soil = soilKind(block.ground.soil);
  const ring = plant.ringM > 0;
  const groundM2 = bed.widthM * bed.lengthM;
  const wetM2 = stripOf(block, bed) * bed.lengthM;
  return {
    title: msg`Ground wetted at plant ${bed.key}`,
    says: ring
      ? msg`A strip as wide as the soil spreads it, all round the ring, over the ground that the plant draws on.`
      : msg`A circle under each emitter, as wide as the soil spreads it, over the ground that the plant draws on.`,
    formula: ring ? msg`w = π·d·s / A, at most 1` : msg`w = n·π·s² / 4 / A, at most 1`,
    terms: [
      ring
        ? term('d', msg`across the ring`, plant.ringM, 'length', `blocks.${index}.places.ringM`)
        : term('n', msg`emitters at it`, plant.emitters, 'count', `blocks.${index}.places.emitters`),
      term('s', msg`wetted across on ${soil.name}`, soil.stripM, 'spacing', `blocks.${index}.ground.soil`),
      term('A', msg`ground that it draws on`, groundM2, 'area', `blocks.${index}.places.spreadM`),
    ],
    gives: ([n, s, a]) => Math.min(1, (ring ? Math.PI * n * s : (n * Math.PI * s * s) / 4) / a),
    result: term('w', msg`of its ground`, wetM2 / groundM2, 'share'),
    source: msg`Growers’ experience: about 0.3 m on average soil, less on sand, more on clay.`,
  };
}
