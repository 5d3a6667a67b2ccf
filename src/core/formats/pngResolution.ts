/** A PNG begins so; its first chunk, of 25 bytes, tells its size. */
const SIGNATURE_BYTES = 8;
const HEADER_CHUNK_BYTES = 25;
const CHUNK_BYTES = 9;
const METRE = 1;
const MM_PER_M = 1000;

/** Checks of chunks (PNG specification, annex D). */
const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});
function crcOf(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = CRC_TABLE[(c ^ byte) & 0xff] ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

/** A PNG that tells how large it is to be printed, by its dots to the millimetre (the chunk `pHYs`). */
export function withResolution(png: Uint8Array, dotsPerMm: number): Uint8Array {
  const perMetre = Math.round(dotsPerMm * MM_PER_M);
  const chunk = new Uint8Array(CHUNK_BYTES + 12);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, CHUNK_BYTES);
  chunk.set([0x70, 0x48, 0x59, 0x73], 4);
  view.setUint32(8, perMetre);
  view.setUint32(12, perMetre);
  chunk[16] = METRE;
  view.setUint32(17, crcOf(chunk.subarray(4, 17)));
  const at = SIGNATURE_BYTES + HEADER_CHUNK_BYTES;
  const out = new Uint8Array(png.length + chunk.length);
  out.set(png.subarray(0, at));
  out.set(chunk, at);
  out.set(png.subarray(at), at + chunk.length);
  return out;
}
