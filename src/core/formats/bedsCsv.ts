import { writeCsv } from './csv';
import type { FarmResults } from '../network';
import type { FullPlan } from '../plan';
import { formatParts, type KindName, type UnitChoice } from '../units';

/** Every bed as a line of a table, in the units chosen: which are told in the titles, so that each cell is a bare number. */
export function writeBedsCsv(plan: FullPlan, results: FarmResults, choice: UnitChoice): string {
  const unitOf = (kind: KindName): string => formatParts(1, kind, choice).unit;
  const number = (value: number, kind: KindName): string =>
    Number.isFinite(value)
      ? formatParts(value, kind, choice)
          .number.replace('\u2212', '-')
          .replace(/[^\d.-]/g, '')
      : '';
  const fields = [
    'block',
    'bed',
    `length (${unitOf('length')})`,
    `width (${unitOf('width')})`,
    'runs',
    'crop',
    'tape',
    'in use',
    `tape laid (${unitOf('length')})`,
    `flow (${unitOf('flow')})`,
    `least pressure (${unitOf('pressure')})`,
    `greatest pressure (${unitOf('pressure')})`,
  ];
  const data = results.layout.blocks.flatMap((layout) => {
    const did = results.blocks.find((b) => b.index === layout.index);
    return layout.beds.map((bed, i) => {
      const r = did?.beds[i];
      const laid = layout.runs
        .filter((run) => run.bedIndex === i)
        .reduce((m, run) => m + run.lengthM - run.leadM, 0);
      const crop = bed.single?.crop ?? layout.block.beds.crop;
      const tape = plan.tapes.find((t) => t.id === bed.single?.tape)?.name ?? 'the block’s';
      return [
        layout.block.name,
        bed.key,
        number(bed.lengthM, 'length'),
        number(bed.widthM, 'width'),
        bed.runs,
        crop === 'none' ? '' : crop,
        tape,
        layout.block.inUse && !bed.resting ? 'yes' : 'no',
        number(laid, 'length'),
        r && !bed.resting ? number(r.flowLph, 'flow') : '',
        r ? number(r.minKpa, 'pressure') : '',
        r ? number(r.maxKpa, 'pressure') : '',
      ];
    });
  });
  return writeCsv(fields, data);
}
