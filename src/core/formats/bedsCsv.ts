import { writeCsv } from './csv';
import type { WholeFarm } from './wholeFarm';
import { perShownUnit, shownUnit, type KindName, type UnitChoice } from '../units';

/** Decimals of a cell. */
const DECIMALS = 3;

/** Every bed of the farm as a line of a table, with what it does in its own set, in the units chosen: these are told in the titles, so that each cell is a bare number. */
export function writeBedsCsv(farm: WholeFarm, choice: UnitChoice): string {
  const { plan } = farm;
  const unitOf = (kind: KindName): string => shownUnit(kind, choice);
  // All cells of a column in the unit of its title: none goes over to another where its number is large or small.
  const number = (value: number, kind: KindName): string =>
    Number.isFinite(value) ? String(Number((value / perShownUnit(kind, choice)).toFixed(DECIMALS))) : '';
  const fields = [
    'block',
    'bed',
    `length (${unitOf('length')})`,
    `width (${unitOf('width')})`,
    'runs',
    'crop',
    'tape',
    'in use',
    'set',
    `tape laid (${unitOf('length')})`,
    `flow (${unitOf('flow')})`,
    `least pressure (${unitOf('pressure')})`,
    `greatest pressure (${unitOf('pressure')})`,
  ];
  const data = farm.layout.blocks.flatMap((layout) => {
    return layout.beds.map((bed, i) => {
      const own = farm.bed(layout.index, bed.key);
      const r = own?.does;
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
        own?.set ?? '',
        number(laid, 'length'),
        r ? number(r.flowLph, 'flow') : '',
        r ? number(r.minKpa, 'pressure') : '',
        r ? number(r.maxKpa, 'pressure') : '',
      ];
    });
  });
  return writeCsv(fields, data);
}
