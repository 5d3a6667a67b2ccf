import { msg } from '../../language';
import { readGeoJson } from './geojson';
import { layOnSheet, type GroundReading } from './place';
import { groundFromTable, readSurveyTable, type SurveyColumns, type SurveyTable } from './csv';
import type { GroundPlace } from './types';
import { readXml } from './xml';
import { decode, isPacked, unpack, type Decoded } from '../decode';
import { nestsTooDeep } from '../../plan';

export type { FoundGround, GroundPlace } from './types';
export type { GroundReading, OneWay } from './place';
export type { SurveyColumns, SurveyTable, SurveyUnit } from './csv';

/** GeoJSON nests a collection, features, shapes, rings and points; some programs add properties of their own. */
const MOST_DEEP = 60;

/** Files larger than this are refused unread. */
export const MAX_GROUND_BYTES = 40 * 1024 * 1024;

/** A table wants to be told what its columns and units are. */
export type FileReading = GroundReading | { ok: 'ask'; table: SurveyTable };

/** A character that no text holds: under the blank, but for tab, line ends and the record separator. */
const isBinary = (c: string): boolean => c < ' ' && !'\t\n\r\u000b\u000c\u001e'.includes(c);

const NO_GROUND = msg`This is not a file of ground: no row has numbers in it. GeoJSON, GPX, KML, KMZ and CSV can be read.`;

/** Reads a file of ground, packed or not, told apart by what it begins with: GeoJSON, GPX, KML, or a table of points. */
export function readGround(file: Uint8Array | string, place: GroundPlace): FileReading {
  if (typeof file === 'string') return readText(file, place);
  if (!isPacked(file)) return withNote(decode(file), place);
  const inside = unpack(file);
  return typeof inside === 'string'
    ? { ok: false, why: inside }
    : withNote(decode(inside.bytes), place, msg`Read from ${inside.name} inside the packed file.`);
}

/** Reads text, and says how it was come by where that is not the usual way. */
function withNote({ text, as }: Decoded, place: GroundPlace, note?: string): FileReading {
  const reading = readText(text, place);
  const notes = [...(note ? [note] : []), ...(as ? [msg`The file is written in ${as}.`] : [])];
  if (reading.ok !== true || notes.length === 0) return reading;
  return { ok: true, found: { ...reading.found, notes: [...notes, ...reading.found.notes] } };
}

function readText(text: string, place: GroundPlace): FileReading {
  const start = text.replace(/^\uFEFF/, '').trimStart();
  if (start === '') return { ok: false, why: msg`The file is empty.` };
  if (start[0] === '{' || start[0] === '[' || start[0] === '\u001e') {
    if (nestsTooDeep(start, MOST_DEEP))
      return { ok: false, why: msg`The file has more levels within levels than any file of ground.` };
    const reading = readGeoJson(text);
    return reading.ok ? layOnSheet(reading.raw, place) : reading;
  }
  if (start[0] === '<') {
    const reading = readXml(text);
    return reading.ok ? layOnSheet(reading.raw, place) : reading;
  }
  if (Array.from(start.slice(0, 2000)).some(isBinary))
    return {
      ok: false,
      why: msg`This is not a file of ground: it holds no text. GeoJSON, GPX, KML, KMZ and CSV can be read.`,
    };
  if (!/\d/.test(start)) return { ok: false, why: NO_GROUND };
  const table = readSurveyTable(text);
  if (typeof table === 'string') return { ok: false, why: table };
  const numbers = table.rows.slice(0, 20).some((row) => row.filter((c) => /\d/.test(c)).length > 1);
  return numbers ? { ok: 'ask', table } : { ok: false, why: NO_GROUND };
}

/** The ground of a table, its columns and units told. */
export function readTable(table: SurveyTable, columns: SurveyColumns, place: GroundPlace): GroundReading {
  const reading = groundFromTable(table, columns);
  return reading.ok ? layOnSheet(reading.raw, place) : reading;
}
