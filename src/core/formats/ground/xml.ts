import { gpx, kml } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import type { Feature } from 'geojson';
import { msg } from '../../language';
import { readFeatures } from './geojson';
import type { RawReading } from './types';

/** Reads a GPX or KML file. A walked track and a route are tracks; a waypoint with a height is a height. */
export function readXml(text: string): RawReading {
  const complaints: string[] = [];
  const clean = unprefixed(text.replace(/^\uFEFF/, '').trimStart());
  let document: ReturnType<DOMParser['parseFromString']>;
  try {
    document = new DOMParser({
      onError: (level, message) => {
        if (level !== 'warning') complaints.push(message);
      },
    }).parseFromString(clean, 'text/xml');
  } catch (error) {
    return {
      ok: false,
      why: msg`The file is broken: it is not complete XML (${firstLine((error as Error).message)}).`,
    };
  }
  if (complaints.length > 0)
    return { ok: false, why: msg`The file is broken: it is not complete XML (${firstLine(complaints[0])}).` };
  const root = (document.documentElement?.localName ?? '').toLowerCase();
  const reader = root === 'gpx' ? gpx : root === 'kml' ? kml : undefined;
  if (!reader) {
    return {
      ok: false,
      why:
        root === 'html'
          ? msg`This is a web page, not a file of ground. Download the file itself and choose it again.`
          : msg`This XML is neither GPX nor KML: it begins with <${root}>.`,
    };
  }
  const { features } = reader(document as unknown as Document);
  return readFeatures(features as Feature[], 'EPSG:4326');
}

/** Names without the prefix that the root has: "kml:Placemark" is a Placemark. */
function unprefixed(text: string): string {
  const prefix = /<([A-Za-z_][\w.-]*):(?:kml|gpx)[\s>]/.exec(text.slice(0, 4000))?.[1];
  return prefix ? text.replaceAll(`<${prefix}:`, '<').replaceAll(`</${prefix}:`, '</') : text;
}

const firstLine = (text: string): string => text.split('\n')[0].slice(0, 120);
