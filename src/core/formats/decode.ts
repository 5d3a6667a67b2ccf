import { unzipSync } from 'fflate';
import { msg } from '../language';

/** Share of nought bytes, at even or odd places, that tells text of two bytes a letter without a mark. */
const WIDE_SHARE = 0.3;
const LOOKED_AT = 4096;

/** How a file's bytes were read, for people. */
export interface Decoded {
  text: string;
  /** Other than the usual UTF-8, in words. */
  as?: string;
}

/**
 * A file's bytes as text: UTF-8, UTF-16 with or without its mark, else the Western single-byte code that older programs
 * write (Windows-1252, which holds Latin-1).
 */
export function decode(bytes: Uint8Array): Decoded {
  const [a, b] = bytes;
  const wide = (label: string): Decoded => ({ text: new TextDecoder(label).decode(bytes), as: 'UTF-16' });
  if (a === 0xff && b === 0xfe) return wide('utf-16le');
  if (a === 0xfe && b === 0xff) return wide('utf-16be');
  const start = bytes.subarray(0, LOOKED_AT);
  let even = 0;
  let odd = 0;
  start.forEach((byte, i) => {
    if (byte !== 0) return;
    if (i % 2) odd++;
    else even++;
  });
  const half = start.length / 2;
  if (odd > WIDE_SHARE * half && even < odd / 10) return wide('utf-16le');
  if (even > WIDE_SHARE * half && odd < even / 10) return wide('utf-16be');
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), as: msg`Western letters (Latin-1)` };
  }
}

/** Packed files begin so. */
export const isPacked = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

/** A file within a packed one may be no larger when unpacked, bytes. */
const MOST_UNPACKED = 60 * 1024 * 1024;
const READABLE = /\.(kml|gpx|geojson|json|csv|txt|tsv)$/i;

/**
 * The file of ground within a packed one: a KMZ's own document, else the first that can be read.
 * @returns why, where there is none
 */
export function unpack(bytes: Uint8Array): { bytes: Uint8Array; name: string } | string {
  let tooLarge = false;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (!READABLE.test(name) || name.startsWith('__MACOSX/')) return false;
        if (originalSize <= MOST_UNPACKED) return true;
        tooLarge = true;
        return false;
      },
    });
  } catch {
    return msg`This packed file is broken: it cannot be unpacked.`;
  }
  const names = Object.keys(files);
  const name = names.find((n) => /^doc\.kml$/i.test(n)) ?? names.find((n) => /\.kml$/i.test(n)) ?? names[0];
  if (name) return { bytes: files[name], name };
  return tooLarge
    ? msg`The file inside is larger than 60 MB. Cut it down to the field and choose it again.`
    : msg`This packed file holds no KML, GPX, GeoJSON or CSV.`;
}
