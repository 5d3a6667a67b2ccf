import { createPinia, setActivePinia } from 'pinia';
import type { Finding } from '../../core/check';
import { useView } from './view';

let view: ReturnType<typeof useView>;
beforeEach(() => {
  setActivePinia(createPinia());
  view = useView();
});

test('what is picked, pointed at or opened belongs to one plan: nothing of it is left when another is opened', () => {
  const bed = { block: 'b', key: '1' };
  view.pickedBed = bed;
  view.pointedBed = bed;
  view.choose([bed]);
  view.pointedStep = 'main/b';
  view.pickedPart = { place: 'head', id: 'gauge' };
  view.pickedTee = 't';
  view.pickedJoint = 'j';
  view.pickedThing = 'wall';
  view.openFinding = { id: 'flow-short' } as Finding;
  view.badFields.add('Name');
  view.clashes.set('beds.count', { what: 'is too many', by: 'beds.lengthM' });
  view.turnTo('lasts');
  view.reset();
  expect(view.chosen.size + view.badFields.size + view.clashes.size).toBe(0);
  for (const picked of [
    view.pickedBed,
    view.pointedBed,
    view.pointedStep,
    view.pickedPart,
    view.pickedTee,
    view.pickedJoint,
    view.pickedThing,
    view.openFinding,
    view.openWorking,
    view.openMade,
  ])
    expect(picked).toBeUndefined();
  expect([view.leaf, view.under]).toEqual(['who', 'balance']);
});

test('beds are chosen one by one or together, and let go the same way', () => {
  view.choose([
    { block: 'b', key: '1' },
    { block: 'b', key: '2' },
  ]);
  view.toggle({ block: 'b', key: '2' });
  view.toggle({ block: 'c', key: '2' });
  expect([view.isChosen('b', '1'), view.isChosen('b', '2'), view.isChosen('c', '2')]).toEqual([
    true,
    false,
    true,
  ]);
  view.choose([{ block: 'd', key: '1' }], true);
  expect(view.chosen.size).toBe(3);
  view.choose([{ block: 'd', key: '1' }]);
  expect([...view.chosen.keys()]).toEqual(['d/1']);
});

test('each leaf of Sets has its picture under the sheet', () => {
  view.turnTo('much');
  expect(view.under).toBe('season');
  view.turnTo('feed');
  expect(view.under).toBe('feed');
});
