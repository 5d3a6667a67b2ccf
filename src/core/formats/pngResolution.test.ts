import { withResolution } from './pngResolution';

test('a picture of 300 dots to the inch says so, behind its size and before its dots', () => {
  const png = Uint8Array.from({ length: 60 }, (_, i) => i);
  const out = withResolution(png, 300 / 25.4);
  expect([...out.subarray(0, 33)]).toEqual([...png.subarray(0, 33)]);
  // 11,811 dots to the metre, both ways, and the check that every program writes for it.
  expect(Buffer.from(out.subarray(33, 54)).toString('hex')).toBe(
    '0000000970485973' + '00002e2300002e2301' + '78a53f76',
  );
  expect([...out.subarray(54)]).toEqual([...png.subarray(33)]);
});
