import { readGeoJson } from './geojson';
import { layOnSheet, type GroundReading } from './place';
import { groundFromTable, readSurveyTable, type SurveyColumns, type SurveyTable } from './csv';
import type { GroundPlace } from './types';
import { readXml } from './xml';

export type { FoundGround, GroundPlace } from './types';
export type { GroundReading } from './place';
export type { SurveyColumns, SurveyTable, SurveyUnit } from './csv';

/** Files larger than this are refused unread. */
export const MAX_GROUND_BYTES = 40 * 1024 * 1024;

/** A table wants to be told what its columns and units are. */
export type FileReading = GroundReading | { ok: 'ask'; table: SurveyTable };

/** A character that no text holds: under the blank, but for tab, line ends and the record separator. */
const isBinary = (c: string): boolean => c < ' ' && !'\t\n\r\u000b\u000c\u001e'.includes(c);

const NO_GROUND =
  'This is no file of ground: no row has numbers in it. GeoJSON, GPX, KML and CSV can be read.';

/** Reads a file of ground, told apart by what it begins with: GeoJSON, GPX, KML, or a table of points. */
export function readGround(text: string, place: GroundPlace): FileReading {
  const start = text.replace(/^\uFEFF/, '').trimStart();
  if (start === '') return { ok: false, why: 'The file is empty.' };
  if (start.startsWith('PK\u0003\u0004') || text.startsWith('PK\u0003\u0004'))
    return {
      ok: false,
      why: 'This is a packed file (KMZ or zip). Unpack it and choose the KML, GPX or GeoJSON inside.',
    };
  if (start[0] === '{' || start[0] === '[' || start[0] === '\u001e') {
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
      why: 'This is no file of ground: it holds no text. GeoJSON, GPX, KML and CSV can be read.',
    };
  if (!/\d/.test(start)) return { ok: false, why: NO_GROUND };
  const table = readSurveyTable(text);
  if (typeof table === 'string') return { ok: false, why: table };
  const numbers = table.rows.slice(0, 20).some((row) => row.filter((c) => /\d/.test(c)).length > 1);
  if (!numbers)
    return {
      ok: false,
      why: NO_GROUND,
    };
  return { ok: 'ask', table };
}

/** The ground of a table, its columns and units told. */
export function readTable(table: SurveyTable, columns: SurveyColumns, place: GroundPlace): GroundReading {
  const reading = groundFromTable(table, columns);
  return reading.ok ? layOnSheet(reading.raw, place) : reading;
}
