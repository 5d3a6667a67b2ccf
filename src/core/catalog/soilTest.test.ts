import { SOILS } from './soils';
import { soilFrom, SOIL_QUESTIONS } from './soilTest';

test('no ball is sand; a long ribbon is clay; between, the feel decides', () => {
  expect(soilFrom({})).toEqual({ asked: ['ball'], soil: undefined });
  expect(soilFrom({ ball: 'no' }).soil).toBe('sand');
  expect(soilFrom({ ball: 'yes', ribbon: 'long' }).soil).toBe('clay');
  expect(soilFrom({ ball: 'yes', ribbon: 'short' })).toEqual({
    asked: ['ball', 'ribbon', 'grit'],
    soil: undefined,
  });
  expect(soilFrom({ ball: 'yes', ribbon: 'short', grit: 'smooth' }).soil).toBe('silt-loam');
});

test('every answer leads on or to a soil, and every soil can be come to', () => {
  const ids = SOIL_QUESTIONS.map((q) => q.id);
  const leads = SOIL_QUESTIONS.flatMap((q) => q.choices.map((c) => c.leads));
  for (const l of leads) if (typeof l === 'string') expect(ids).toContain(l);
  const soils = new Set(leads.flatMap((l) => (typeof l === 'string' ? [] : [l.soil])));
  expect([...soils].sort()).toEqual(SOILS.map((s) => s.id).sort());
});
