import { pipeKind, strengthOf } from './pipes';
import { tapeWallMaxKpa } from './tape';

const MIL = 0.0254;

describe('what thin tube bears', () => {
  it('goes with its wall over its bore', () => {
    // 8 mil that holds 85 kPa at 15.9 mm holds 61 at 22.2 and 39 at 34.9.
    expect(tapeWallMaxKpa(8 * MIL, 15.9)).toBe(85);
    expect(tapeWallMaxKpa(8 * MIL, 22.2)).toBe(61);
    expect(tapeWallMaxKpa(8 * MIL, 34.9)).toBe(39);
    expect(tapeWallMaxKpa(15 * MIL, 34.9)).toBe(57);
    // A narrower one bears no more than its label says.
    expect(tapeWallMaxKpa(8 * MIL, 10)).toBe(85);
  });

  it('is less in low-density drip tubing than in pressure pipe, and waves run slower in it', () => {
    for (const id of ['pe-1/2', 'pe-16', 'pe-20'])
      expect(strengthOf(pipeKind(id))).toEqual({ ratingKpa: 350, waveMps: 200 });
    expect(strengthOf(pipeKind('pe-32'))).toEqual({ ratingKpa: 690, waveMps: 300 });
    expect(strengthOf(pipeKind('pvc-1')).waveMps).toBe(500);
    expect(strengthOf(pipeKind('layflat-2')).waveMps).toBe(100);
  });
});
