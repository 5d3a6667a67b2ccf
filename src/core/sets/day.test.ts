import { fillIn, blankPlan, type DayRules } from '../plan';
import { dayOf, freePlace, minutesIn, SOAK_MIN, type SetTime } from './day';
import { programmeRows } from './programme';
import { clockText, dayAfter, daysBetween, readClock } from './days';

const rules: DayRules = { ...fillIn(blankPlan('metric')).watering.day, pump: { fromMin: 300, toMin: 1260 } };
const set = (id: string, minutes: number, more: Partial<SetTime> = {}): SetTime => ({
  id,
  name: id,
  minutes,
  starts: 1,
  flowLph: 600,
  cyclesPerHour: 0,
  ...more,
});

describe('a day', () => {
  it('lays sets one after the other in the hours there are, cool ones first', () => {
    const day = dayOf([set('a', 60), set('b', 90)], rules);
    expect(day.entries.map((e) => [e.set, e.fromMin])).toEqual([
      ['a', 300],
      ['b', 365],
    ]);
    expect(day.waterMin).toBe(150);
    expect(day.volumeL).toBe(1500);
    // The pump runs on from one to the next.
    expect(day.pumpStarts).toBe(1);
    expect(day.entries.every((e) => e.clashes.length === 0)).toBe(true);
  });

  it('gives starts of one set time to soak, and others a turn between', () => {
    const day = dayOf([set('a', 30, { starts: 2 }), set('b', 20, { starts: 2 })], rules);
    const a = day.entries.filter((e) => e.set === 'a');
    expect(a).toHaveLength(2);
    expect(a[1].fromMin - a[0].toMin).toBeGreaterThanOrEqual(SOAK_MIN);
    expect(day.homeless).toEqual([]);
  });

  it('keeps to a person’s hours where valves are turned by hand', () => {
    const day = dayOf([set('a', 60)], { ...rules, byHand: true, person: { fromMin: 840, toMin: 960 } });
    expect(day.entries[0].fromMin).toBe(840);
    expect(day.allowedMin).toBe(120);
  });

  it('takes the cheap hours among those as cool, and says what they cost', () => {
    const prices = [
      { fromMin: 300, toMin: 420, price: 0.4 },
      { fromMin: 420, toMin: 600, price: 0.1 },
    ];
    const day = dayOf([set('a', 60)], { ...rules, prices, pumpKw: 1.5 });
    expect(day.entries[0].fromMin).toBe(420);
    expect(day.cost).toBeCloseTo(0.15, 9);
  });

  it('goes over midnight where the hours do', () => {
    const night = { ...rules, pump: { fromMin: 1380, toMin: 120 }, cool: { fromMin: 1380, toMin: 120 } };
    const day = dayOf([set('a', 100), set('b', 70)], night);
    expect(day.homeless).toEqual([]);
    expect(day.allowedMin).toBe(180);
    expect(day.entries.every((e) => e.clashes.length === 0)).toBe(true);
    expect(dayOf([set('a', 100), set('b', 100)], night).homeless).toHaveLength(1);
  });

  it('leaves starts set by hand where they are, and tells what stands against them', () => {
    const day = dayOf(
      [set('a', 60, { at: [310] }), set('b', 60, { at: [330] }), set('c', 60, { at: [1230] })],
      rules,
    );
    const of = (id: string) => day.entries.find((e) => e.set === id)!;
    expect(of('a').clashes).toEqual(['overlap']);
    expect(of('b').clashes).toEqual(['overlap']);
    expect(of('c').clashes).toEqual(['pump']);
    expect(
      dayOf([set('a', 60, { at: [310] })], { ...rules, byHand: true, person: { fromMin: 900, toMin: 960 } })
        .entries[0].clashes,
    ).toEqual(['person']);
  });

  it('has no place for anything in hours of nought, and none for what needs no water', () => {
    const none = { ...rules, pump: { fromMin: 300, toMin: 300 } };
    expect(dayOf([set('a', 60)], none)).toMatchObject({ allowedMin: 0, homeless: [{ set: 'a' }] });
    expect(dayOf([set('a', 0)], rules).entries).toEqual([]);
    expect(dayOf([set('a', 2000)], rules).homeless).toHaveLength(1);
  });

  it('finds the nearest free place for a set that is dragged onto another', () => {
    const day = dayOf([set('a', 60, { at: [300] }), set('b', 60, { at: [600] })], rules);
    const moved = { set: 'b', start: 0, minutes: 60 };
    expect(freePlace(day, rules, moved, 330)).toBe(361);
    expect(freePlace(day, rules, moved, 800)).toBe(800);
    // Out of the hours it comes back to their edge.
    expect(freePlace(day, rules, moved, 1300)).toBe(1200);
    expect(freePlace(day, { ...rules, pump: { fromMin: 0, toMin: 0 } }, moved, 400)).toBeUndefined();
    // By hand it keeps to the hours when somebody is there.
    const byHand = { ...rules, byHand: true, person: { fromMin: 900, toMin: 1020 } };
    expect(freePlace(day, byHand, moved, 800)).toBe(900);
    expect(freePlace(day, { ...byHand, byHand: false }, moved, 800)).toBe(800);
  });

  it('has no place for a start that is longer than the hours', () => {
    const hours = { ...rules, pump: { fromMin: 300, toMin: 360 } };
    expect(dayOf([set('a', 61)], hours).homeless).toEqual([{ set: 'a', minutes: 61 }]);
    expect(dayOf([set('a', 60)], hours).homeless).toEqual([]);
    const all = { ...rules, pump: { fromMin: 0, toMin: 1440 } };
    expect(dayOf([set('a', 1440)], all).homeless).toEqual([]);
    expect(dayOf([set('a', 1441)], all).homeless).toHaveLength(1);
  });

  it('writes a set’s starts into the programme in the order of the day', () => {
    const times = [set('a', 30, { starts: 2, at: [900, 400] })];
    const plan = fillIn(blankPlan('metric'));
    expect(programmeRows(times, dayOf(times, rules), plan)[0].starts).toEqual([400, 900]);
  });
});

describe('times and dates', () => {
  it('reads times of day as people type them', () => {
    expect(readClock('6:05')).toBe(365);
    expect(readClock('06.30')).toBe(390);
    expect(readClock('6')).toBe(360);
    expect(readClock('6:05 pm')).toBe(1085);
    expect(readClock('12 am')).toBe(0);
    expect(readClock('24:00')).toBe(1440);
    for (const odd of ['25:00', '6:70', 'soon', '', '13 pm']) expect(readClock(odd)).toBeUndefined();
    expect(clockText(365)).toBe('06:05');
    expect(clockText(1500)).toBe('01:00');
  });

  it('counts calendar days over leap days and changes of the clock', () => {
    expect(dayAfter('2028-02-28', 2)).toBe('2028-03-01');
    expect(daysBetween('2027-03-01', '2027-11-01')).toBe(245);
    expect(minutesIn({ fromMin: 1400, toMin: 100 }).reduce((a, b) => a + b, 0)).toBe(140);
  });
});
