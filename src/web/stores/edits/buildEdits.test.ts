import { createPinia, setActivePinia } from 'pinia';
import { blankPlan, readPlan, writePlan } from '../../../core/plan';
import { useEdits } from '../edits';
import { usePlan } from '../plan';

beforeEach(() => {
  setActivePinia(createPinia());
  usePlan().open(blankPlan('metric'));
});
/** Whatever was edited, the plan can be saved and read back. */
afterEach(() => {
  const { plan } = usePlan();
  expect(readPlan(writePlan(plan))).toEqual({ ok: true, plan: JSON.parse(JSON.stringify(plan)) });
});
const build = () => usePlan().plan.build;

test('a price is set, changed and taken out; what is emptied leaves nothing behind', () => {
  const edits = useEdits();
  edits.price('staple', { price: 3, per: 'pack' });
  edits.price('pipe:pe-32', { price: 1.2, per: 'unit', asked: '2027-02-01' });
  edits.price('staple', { price: 4, per: 'pack' });
  expect(build()!.prices).toEqual([
    { item: 'staple', price: 4, per: 'pack' },
    { item: 'pipe:pe-32', price: 1.2, per: 'unit', asked: '2027-02-01' },
  ]);
  edits.price('staple', undefined);
  edits.price('pipe:pe-32', undefined);
  expect(usePlan().plan).not.toHaveProperty('build');
});

test('a price below nothing and a date that is none are refused, and nothing is changed', () => {
  const edits = useEdits();
  expect(edits.price('staple', { price: -1, per: 'unit' })).toBeDefined();
  expect(edits.price('staple', { price: 1, per: 'unit', asked: '2027-02-30' })).toBeDefined();
  expect(edits.have('pipe:pe-32', { piecesM: [-2] })).toBeDefined();
  expect(edits.build({ joins: 1.5 }, 'x')).toBeDefined();
  expect(usePlan().plan).not.toHaveProperty('build');
});

test('a book and a list are taken in over what is there, and keep the rest; one undo takes all of it back', () => {
  const edits = useEdits();
  edits.price('staple', { price: 3, per: 'pack' });
  edits.have('staple', { count: 10 });
  edits.priceBook(
    [
      { item: 'staple', price: 5, per: 'unit' },
      { item: 'cement', price: 6, per: 'pack' },
    ],
    { cement: 250 },
    '€',
  );
  expect(build()).toMatchObject({
    prices: [
      { item: 'staple', price: 5, per: 'unit' },
      { item: 'cement', price: 6, per: 'pack' },
    ],
    packs: { cement: 250 },
    currency: '€',
  });
  edits.inventory([
    { item: 'staple', count: 4 },
    { item: 'pipe:pe-32', piecesM: [3] },
  ]);
  expect(build()!.have).toEqual([
    { item: 'staple', count: 4 },
    { item: 'pipe:pe-32', piecesM: [3] },
  ]);
  usePlan().undo();
  expect(build()!.have).toEqual([{ item: 'staple', count: 10 }]);
  usePlan().undo();
  expect(build()!.prices).toEqual([{ item: 'staple', price: 3, per: 'pack' }]);
  // Money that was named stays, whatever a book says.
  edits.build({ currency: 'kr' }, 'set the currency');
  edits.priceBook([{ item: 'staple', price: 9, per: 'unit' }], {}, '€');
  expect(build()!.currency).toBe('kr');
});

test('steps are ticked with what was told, packs, hours and fittings are said and taken back', () => {
  const edits = useEdits();
  edits.done('head', { on: '2027-03-01' });
  edits.done('head', { on: '2027-03-01', note: 'a bend more', hours: 2 });
  expect(build()!.done).toEqual([{ step: 'head', on: '2027-03-01', note: 'a bend more', hours: 2 }]);
  edits.done('head', undefined);
  edits.pack('staple', 75);
  edits.stepHours('head', 3);
  edits.joinedBy('head/tap to timer', 'fit:x');
  expect(build()).toEqual({
    packs: { staple: 75 },
    hours: { head: 3 },
    joined: [{ at: 'head/tap to timer', fitting: 'fit:x' }],
  });
  edits.pack('staple', undefined);
  edits.stepHours('head', undefined);
  edits.joinedBy('head/tap to timer', undefined);
  expect(usePlan().plan).not.toHaveProperty('build');
});
