import Papa from 'papaparse';
import { unguarded, writeCsv } from './csv';
import { msg } from '../language';
import { LIMITS, type Places, type Plant } from '../plan';
import { formatParts, parseQuantity, type UnitChoice } from '../units';

/** What was read of a list of plants, or why nothing was. */
export type PlantsReading =
  { ok: true; plants: Omit<Plant, 'id'>[]; notes: string[] } | { ok: false; why: string };

/** Names that a column goes by. */
const COLUMNS = {
  name: ['name', 'plant', 'label'],
  x: ['x', 'across', 'right'],
  y: ['y', 'along', 'up'],
  emitters: ['emitters'],
  spread: ['spread', 'width'],
  pot: ['pot', 'volume'],
} as const;
type Column = keyof typeof COLUMNS;

/** A title without what follows it in brackets: “x (m)” is x. */
const titled = (title: string): string =>
  title
    .replace(/[([].*$/, '')
    .trim()
    .toLowerCase();
/** The unit that a title tells in brackets. */
const unitIn = (title: string): string => /[([]\s*([^)\]]+?)\s*[)\]]/.exec(title)?.[1] ?? '';

/**
 * Reads plants at places from a table with titles: x and y, and if they are there name, emitters, spread and pot. A number is
 * in its title's unit, its own, or the one shown.
 */
export function readPlantsCsv(text: string, choice: UnitChoice): PlantsReading {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const titles = meta.fields ?? [];
  const column = (c: Column): string | undefined =>
    titles.find((t) => (COLUMNS[c] as readonly string[]).includes(titled(t)));
  const [x, y] = [column('x'), column('y')];
  if (x === undefined || y === undefined)
    return {
      ok: false,
      why: msg`The first line must name the columns, “x” and “y” among them: how far right of the feed and how far up each plant stands.`,
    };
  const notes: string[] = [];
  const plants: Omit<Plant, 'id'>[] = [];
  const quantity = (
    row: Record<string, string>,
    title: string | undefined,
    kind: 'length' | 'volume',
  ): number | undefined => {
    const cell = title === undefined ? '' : (row[title] ?? '').trim();
    if (cell === '') return undefined;
    const unit = /[a-z″'"]/i.test(cell) ? '' : ` ${unitIn(title!)}`;
    const parsed = parseQuantity(`${cell}${unit}`.trim(), kind, choice);
    return parsed.ok ? parsed.value : NaN;
  };
  const [name, emitters, spread, pot] = (['name', 'emitters', 'spread', 'pot'] as const).map(column);
  data.forEach((row, i) => {
    const xM = quantity(row, x, 'length');
    const yM = quantity(row, y, 'length');
    const n = emitters === undefined || !row[emitters]?.trim() ? undefined : Number(row[emitters]);
    const plant = {
      xM: xM ?? NaN,
      yM: yM ?? NaN,
      name: name === undefined ? undefined : unguarded(row[name]?.trim() ?? '') || undefined,
      emitters: n,
      spreadM: quantity(row, spread, 'length'),
      potL: quantity(row, pot, 'volume'),
    };
    const wrong =
      !Number.isFinite(plant.xM) || !Number.isFinite(plant.yM)
        ? msg`x or y is not a length`
        : n !== undefined && !(Number.isInteger(n) && n >= 1 && n <= LIMITS.emittersAtPlant)
          ? msg`its emitters must be a whole number from 1 to ${LIMITS.emittersAtPlant}`
          : Number.isNaN(plant.spreadM) || Number.isNaN(plant.potL)
            ? msg`its spread or pot is not a size`
            : '';
    if (wrong) notes.push(msg`Line ${i + 2} is left out: ${wrong}.`);
    else if (plants.length < LIMITS.plants)
      plants.push(
        Object.fromEntries(Object.entries(plant).filter(([, v]) => v !== undefined)) as Omit<Plant, 'id'>,
      );
  });
  if (data.length > LIMITS.plants)
    notes.push(msg`A block has ${LIMITS.plants} plants at most: the rest is left out.`);
  return plants.length === 0
    ? { ok: false, why: notes[0] ?? msg`There is no plant in it.` }
    : { ok: true, plants, notes };
}

/** Plants at places as a table that {@link readPlantsCsv} reads, in the units shown. */
export function writePlantsCsv(places: Places, choice: UnitChoice): string {
  const unit = (kind: 'length' | 'volume'): string => formatParts(1, kind, choice).unit;
  const per = parseQuantity(`1 ${unit('length')}`, 'length', choice);
  const perL = parseQuantity(`1 ${unit('volume')}`, 'volume', choice);
  const m = per.ok ? per.value : 1;
  const l = perL.ok ? perL.value : 1;
  const number = (v: number): number => Number(v.toFixed(3));
  return writeCsv(
    [
      'name',
      `x (${unit('length')})`,
      `y (${unit('length')})`,
      'emitters',
      `spread (${unit('length')})`,
      `pot (${unit('volume')})`,
    ],
    places.plants.map((p) => [
      p.name ?? p.id,
      number(p.xM / m),
      number(p.yM / m),
      p.emitters ?? places.emitters,
      number((p.spreadM ?? places.spreadM) / m),
      number((p.potL ?? places.potL) / l),
    ]),
  );
}
