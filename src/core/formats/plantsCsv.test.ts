import { blankPlan, fillIn } from '../plan';
import { METRIC, US } from '../units';
import { readPlantsCsv, writePlantsCsv } from './plantsCsv';

const read = (text: string, choice = METRIC) => {
  const r = readPlantsCsv(text, choice);
  if (!r.ok) throw new Error(r.why);
  return r;
};

test('names, places and sizes are read by their titles, in whatever unit stands there', () => {
  const { plants, notes } = read('Name,x (ft),y (m),pot\nfig,10,2,5 gal\n,3 m,"2,5",\n', US);
  expect(notes).toEqual([]);
  expect(plants).toEqual([
    { name: 'fig', xM: expect.closeTo(3.048, 9), yM: 2, potL: expect.closeTo(18.927, 3) },
    { xM: 3, yM: 2.5 },
  ]);
});

test('lines that make no sense are left out and told of; the others are kept', () => {
  const { plants, notes } = read('x,y,emitters\n1,2,2\nhere,2,1\n1,3,0\n');
  expect(plants).toEqual([{ xM: 1, yM: 2, emitters: 2 }]);
  expect(notes).toEqual([
    'Line 3 is left out: x or y is not a length.',
    'Line 4 is left out: its emitters must be a whole number from 1 to 40.',
  ]);
});

test('a table without its titles, or without a plant, is refused in words', () => {
  expect(readPlantsCsv('1,2\n3,4\n', METRIC)).toEqual({
    ok: false,
    why: expect.stringMatching(/name the columns/),
  });
  expect(readPlantsCsv('x,y\n', METRIC)).toEqual({ ok: false, why: 'There is no plant in it.' });
});

test.each([METRIC, US])('what is written is read back', (choice) => {
  const { places } = fillIn({
    ...blankPlan('metric'),
    blocks: [
      {
        id: 'b',
        places: {
          potL: 12,
          plants: [
            { id: '1', name: '=pear', xM: 1.25, yM: -3 },
            { id: '2', xM: 4, yM: 0, emitters: 3 },
          ],
        },
      },
    ],
  }).blocks[0];
  const { plants } = read(writePlantsCsv(places!, choice), choice);
  expect(plants).toEqual([
    {
      name: '=pear',
      xM: expect.closeTo(1.25, 2),
      yM: expect.closeTo(-3, 2),
      emitters: 1,
      spreadM: expect.closeTo(0.5, 2),
      potL: expect.closeTo(12, 1),
    },
    {
      name: '2',
      xM: expect.closeTo(4, 2),
      yM: 0,
      emitters: 3,
      spreadM: expect.closeTo(0.5, 2),
      potL: expect.closeTo(12, 1),
    },
  ]);
});
