import { soilKind } from '../catalog/soils';
import { costOf } from '../build';
import { pondedRadiusM } from '../soil';
import { tapePath } from './block';
import { sum, term, type Maker } from './types';

export const puddle: Maker = ({ plan, results, block, runIndex }) => {
  const r = results.runs[runIndex];
  if (r.emitters === 0) return undefined;
  const soil = soilKind(plan.blocks[block.index].ground.soil);
  const q = r.flowLph / r.emitters;
  return {
    title: 'Puddle about an emitter',
    says: 'In the long run the water that stands about an emitter spreads until the soil takes all that it gives.',
    formula: 'r = (√(4/α² + π·q/K_s) − 2/α) / π, from q = K_s · (π·r² + 4·r/α)',
    terms: [
      term(
        'q',
        'mean flow of an emitter of this run',
        q,
        'emitterFlow',
        `${tapePath(plan, results, block, runIndex)}.flowLph`,
      ),
      term(
        'K_s',
        `conductivity of ${soil.name}, mm an hour`,
        soil.ksMps * 3.6e6,
        'factor',
        `blocks.${block.index}.ground.soil`,
      ),
      term('α', 'of the soil, 1/m', soil.alphaPerM, 'factor', `blocks.${block.index}.ground.soil`),
    ],
    gives: ([lph, mmPerH, alpha]) =>
      (Math.sqrt(4 / alpha ** 2 + (Math.PI * lph) / mmPerH) - 2 / alpha) / Math.PI,
    result: term('r', 'radius of the puddle', pondedRadiusM(q, soil.ksMps, soil.alphaPerM), 'spacing'),
    source: 'Wooding 1968; K_s after Rawls, Brakensiek & Saxton 1982.',
  };
};

export const strips: Maker = ({ plan, results, block, runIndex }) => {
  const { run } = results.runs[runIndex];
  const bed = block.built.layout.beds[run.bedIndex];
  const soil = soilKind(plan.blocks[block.index].ground.soil);
  return {
    title: `Ground wetted in bed ${bed.key}`,
    says: 'As wide as one run wets on this soil, times the runs, over the bed’s width.',
    formula: 'w = n · s / b',
    terms: [
      term('n', 'runs', bed.runs, 'count', `blocks.${block.index}.beds.runsPerBed`),
      term(
        's',
        `strip of one run on ${soil.name}`,
        soil.stripM,
        'spacing',
        `blocks.${block.index}.ground.soil`,
      ),
      term('b', 'width of the bed', bed.widthM, 'width', `blocks.${block.index}.beds.widthM`),
    ],
    gives: ([n, s, b]) => (n * s) / b,
    result: term('w', 'of the bed', (bed.runs * soil.stripM) / bed.widthM, 'share'),
    source: 'Growers’ experience: about 0.3 m on average soil, less on sand, more on clay.',
  };
};

export const cost: Maker = ({ plan, results }) => {
  const c = costOf(plan, results.layout);
  return {
    title: 'Cost at typical prices',
    says: 'Lengths as laid, by the metre of each size, and parts by the piece; in no coin in particular.',
    formula: 'C = Σ L·c + Σ n·c',
    terms: [
      term('', 'laid along the beds', c.laid, 'count'),
      term('', 'headers', c.headers, 'count'),
      term('', 'mains', c.mains, 'count'),
      term('', 'parts and take-offs', c.parts, 'count'),
    ],
    gives: sum,
    result: term('C', 'all of it', c.total, 'count'),
    source: 'Typical shop prices (docs/method.md).',
  };
};
