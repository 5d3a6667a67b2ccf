import { zipSync } from 'fflate';
import { readNetworkCase } from '../src/core/formats';
import { readGround, readTable } from '../src/core/formats/ground';
import { seasonNotes, readWeatherTable } from '../src/core/formats/weatherCsv';
import { NetworkError } from '../src/core/hydraulics/network';
import { readParts, readPlan, recoverPlan, writeParts } from '../src/core/plan';
import { lot, pick, type Found, type Report } from './report';

/** A small file may take no longer to be read, ms. */
const BUDGET_MS = 3_000;
const HOLES = /\bundefined\b|\bNaN\b|\[object Object\]/;
const PLACE = { northDeg: 0 };

interface Sample {
  name: string;
  bytes: Uint8Array;
  /** Reads it. @returns every sentence told of it */
  read: (bytes: Uint8Array) => string[];
}

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

function ground(bytes: Uint8Array): string[] {
  let reading = readGround(bytes, PLACE);
  if (reading.ok === 'ask') {
    const { table } = reading;
    reading = readTable(
      table,
      table.guess ?? { x: 0, y: 1, z: table.header.length > 2 ? 2 : -1, degrees: false, unit: 'm' },
      PLACE,
    );
  }
  if (reading.ok === 'swapped')
    return [reading.asWritten, reading.turned].flatMap((w) => w.why ?? w.found?.notes ?? []);
  if (!reading.ok) return [reading.why];
  const { outlines, heights, things, notes } = reading.found;
  const numbers = [
    ...outlines.flatMap((o) => o.outline.flat()),
    ...heights.flatMap((h) => [h.xM, h.yM, h.zM]),
    ...things.flatMap((t) => t.points.flat()),
  ];
  if (!numbers.every(Number.isFinite)) throw new Error('a coordinate is none');
  structuredClone(reading.found);
  return notes;
}

const FIELD = [
  [12.5, 53.2],
  [12.5007, 53.2],
  [12.5007, 53.2006],
  [12.5, 53.2006],
  [12.5, 53.2],
];

function samples(demos: readonly string[], networkCase: string): Sample[] {
  const geojson = JSON.stringify({
    type: 'FeatureCollection',
    features: [
      { type: 'Feature', properties: { name: 'Field' }, geometry: { type: 'Polygon', coordinates: [FIELD] } },
      {
        type: 'Feature',
        properties: { ele: 12 },
        geometry: { type: 'Point', coordinates: [12.5002, 53.2002, 11.5] },
      },
      {
        type: 'Feature',
        properties: { role: 'lane', widthM: 3 },
        geometry: { type: 'LineString', coordinates: FIELD.slice(0, 2) },
      },
    ],
  });
  const line = FIELD.map((p) => p.join(',')).join(' ');
  const kml = `<?xml version="1.0"?><kml xmlns="http://www.opengis.net/kml/2.2"><Document><Placemark><name>Field</name><Polygon><outerBoundaryIs><LinearRing><coordinates>${line}</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark></Document></kml>`;
  const gpx = `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${FIELD.map(([lon, lat], i) => `<trkpt lat="${lat}" lon="${lon}"><ele>${10 + i}</ele></trkpt>`).join('')}</trkseg></trk></gpx>`;
  const csv = 'name,x,y,z\nA,1,2,3.5\nB,4,5,6\nC,9,1,5\nD,40,30,4\n';
  const weather = `date,min (°C),max (°C),rain (mm),wind,humidity min,humidity max\n${Array.from({ length: 40 }, (_, i) => `2027-0${5 + Math.floor(i / 28)}-${String((i % 28) + 1).padStart(2, '0')},${8 + (i % 5)},${19 + (i % 7)},${i % 3},2.5,40,90`).join('\n')}\n`;
  const weatherSentences = (bytes: Uint8Array): string[] => {
    const r = readWeatherTable(bytes);
    const season = { from: '2027-04-01', days: 200 };
    return [
      ...r.refused.map((x) => x.why),
      ...r.taken,
      ...r.ignored,
      ...r.notes,
      ...seasonNotes(r.days, season),
    ];
  };
  const plan = (bytes: Uint8Array): string[] => {
    const text = textOf(bytes);
    const reading = readPlan(text);
    if (reading.ok) return [];
    const recovered = recoverPlan(text);
    if (recovered) {
      const again = readPlan(JSON.stringify(recovered.plan));
      if (!again.ok) throw new Error(`what was recovered does not read: ${again.problems[0].what}`);
    }
    return reading.problems.flatMap((p) => [p.path, p.what]);
  };
  const parts = writeParts([]);
  return [
    ...demos.map((text, i) => ({ name: `plan ${i + 1}`, bytes: bytesOf(text), read: plan })),
    { name: 'GeoJSON', bytes: bytesOf(geojson), read: ground },
    { name: 'KML', bytes: bytesOf(kml), read: ground },
    { name: 'KMZ', bytes: zipSync({ 'doc.kml': bytesOf(kml) }), read: ground },
    { name: 'GPX', bytes: bytesOf(gpx), read: ground },
    { name: 'points', bytes: bytesOf(csv), read: ground },
    { name: 'weather', bytes: bytesOf(weather), read: weatherSentences },
    {
      name: 'parts',
      bytes: bytesOf(parts),
      read: (b) => {
        const r = readParts(textOf(b));
        return r.ok ? [] : [r.why];
      },
    },
    {
      name: 'network case',
      bytes: bytesOf(networkCase),
      read: (b) => {
        try {
          readNetworkCase(textOf(b));
          return [];
        } catch (error) {
          if (error instanceof NetworkError) return [error.message];
          throw error;
        }
      },
    },
  ];
}

const SNIPPETS = [
  '"',
  '{',
  '}',
  '[',
  ']',
  ',',
  ';',
  '<',
  '>',
  '&',
  '\u0000',
  '-9999',
  '1e999',
  'NaN',
  'null',
  '=cmd',
  '\u202e',
  '\ud800',
  '""',
  '\n',
  '\t',
  '°F',
  '999999999999999999',
];

/** Bytes changed by lot: turned, cut out, doubled, put in, cut off. */
function bent(bytes: Uint8Array, random: () => number): Uint8Array {
  let now: Uint8Array = Uint8Array.from(bytes);
  const times = 1 + Math.floor(random() * 6);
  for (let t = 0; t < times; t++) {
    const at = Math.floor(random() * now.length);
    const long = 1 + Math.floor(random() * Math.min(200, now.length - at));
    const how = random();
    const join = (...parts: Uint8Array[]): Uint8Array => {
      const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
      let o = 0;
      for (const p of parts) {
        out.set(p, o);
        o += p.length;
      }
      return out;
    };
    if (how < 0.3) now[at] = Math.floor(random() * 256);
    else if (how < 0.5) now = join(now.subarray(0, at), now.subarray(at + long));
    else if (how < 0.65) now = join(now.subarray(0, at + long), now.subarray(at));
    else if (how < 0.93) now = join(now.subarray(0, at), bytesOf(pick(random, SNIPPETS)), now.subarray(at));
    else now = now.slice(0, at);
    if (now.length === 0) now = new Uint8Array([32]);
  }
  return now;
}

/** Files changed by lot through every reader: each is read, or refused in words, in good time. */
export function fuzzFiles(
  count: number,
  seed: number,
  demos: readonly string[],
  networkCase: string,
  report: Report,
): Found {
  const found = report.begin('changed files', count);
  const all = samples(demos, networkCase);
  for (let i = 0; i < count; i++) {
    const random = lot(seed + 104729 * i);
    const sample = all[i % all.length];
    const bytes = bent(sample.bytes, random);
    report.alive(`changed file ${i} (${sample.name}) of seed ${seed}`);
    const began = performance.now();
    try {
      const told = sample.read(bytes);
      const hole = told.find((t) => typeof t !== 'string' || HOLES.test(t.replace(/“[^”]*”/g, '')));
      if (hole !== undefined) found.wrong(`a sentence has a hole: ${hole}`, `${sample.name} ${i}`);
      const long = told.find((t) => t.length > 1000);
      if (long) found.wrong('a sentence is endless', `${sample.name} ${i}: ${long.slice(0, 100)}`);
    } catch (error) {
      const e = error as Error;
      found.wrong(`thrown: ${e.message}`, `${sample.name} ${i}: ${e.stack?.split('\n')[1]?.trim()}`);
    }
    const ms = performance.now() - began;
    if (ms > BUDGET_MS) found.wrong('over its budget', `${sample.name} ${i}: ${ms.toFixed(0)} ms`);
    found.took(ms);
  }
  return found;
}
