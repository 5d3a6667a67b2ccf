import { reactive, ref } from 'vue';
import { plain } from './plain';

test('what a page holds reactive is copied into plain, frozen data that can be cloned, at any depth', () => {
  const origin = ref({ lon: 1, lat: [2, { deep: 3 }] });
  const held = { origin: origin.value, list: reactive([1, 2]) };
  expect(() => structuredClone(held)).toThrow();
  const found = plain(held);
  expect(structuredClone(found)).toEqual({ origin: { lon: 1, lat: [2, { deep: 3 }] }, list: [1, 2] });
  expect(Object.isFrozen(found.origin.lat)).toBe(true);
  // The page's own copy may go on changing.
  origin.value.lon = 9;
  expect(found.origin.lon).toBe(1);
});

test('what is plain and frozen stays the same object, also under a reactive view of it', () => {
  const once = plain({ a: { b: [1] } });
  expect(plain(once)).toBe(once);
  expect(plain(reactive(once))).toBe(once);
  expect(plain({ a: once.a }).a).toBe(once.a);
  const bytes = new Uint8Array(2);
  expect(plain(bytes)).toBe(bytes);
});

test('what is no data is refused', () => {
  expect(() => plain({ act: () => 1 })).toThrow(TypeError);
  expect(() => plain([Symbol('x')])).toThrow(TypeError);
});
