import { readFileSync } from 'node:fs';
import { readPlan, writePlan } from './file';
import { recoverPlan } from './recover';
import type { Plan } from '../model/types';

const text = readFileSync('demo/hollin-bank.json', 'utf8');
const whole = JSON.parse(text) as Plan;

test('a cut plan is recovered as far as it goes, wherever it is cut, and what is recovered reads', () => {
  for (let share = 0.02; share < 1; share += 0.02) {
    const found = recoverPlan(text.slice(0, Math.floor(text.length * share)));
    if (!found) {
      expect(share).toBeLessThan(0.05);
      continue;
    }
    const reading = readPlan(writePlan(found.plan));
    expect(reading.ok).toBe(true);
    expect(found.plan.blocks.length).toBeLessThanOrEqual(whole.blocks.length);
  }
  const late = recoverPlan(text.slice(0, -40))!;
  expect(late.plan.sources).toEqual(whole.sources);
  expect(late.plan.blocks[0]).toEqual(whole.blocks[0]);
});

test('what makes no sense is left out by itself, and named', () => {
  const bad = structuredClone(whole) as unknown as Record<string, never> & {
    blocks: Record<string, unknown>[];
    name: unknown;
  };
  bad.name = 7 as never;
  bad.blocks[1].beds = { count: 'many', widthM: 0.8 };
  (bad.blocks[0].main as { from: string }).from = 'nowhere';
  const found = recoverPlan(JSON.stringify(bad))!;
  expect(found.dropped).toEqual(
    expect.arrayContaining(['name', 'blocks.1.beds.count', 'blocks.0.main.from']),
  );
  expect(found.plan.blocks[1].beds).toEqual({ widthM: 0.8 });
  expect(found.plan.blocks).toHaveLength(whole.blocks.length);
});

test('too many blocks: the first stay', () => {
  const many = {
    ...whole,
    blocks: Array.from({ length: 61 }, (_, i) => ({ id: `b${i}` })),
    watering: undefined,
    tees: undefined,
  };
  const found = recoverPlan(JSON.stringify(many));
  expect(readPlan(writePlan(found!.plan)).ok).toBe(true);
});

test.each(['', '[]', '{"format":"else"}', 'nothing at all', '\u0000\u0001'])(
  'no plan is made of %j',
  (nothing) => {
    expect(recoverPlan(nothing)).toBeUndefined();
  },
);
