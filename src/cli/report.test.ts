import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { judge } from '../core/check';
import { readPlan } from '../core/plan';
import { METRIC, US, type UnitChoice } from '../core/units';
import { report } from './report';

function reportOf(demo: string, choice: UnitChoice): string {
  const reading = readPlan(readFileSync(join(__dirname, '../../demo', demo), 'utf8'));
  if (!reading.ok) throw new Error(reading.problems[0].what);
  return report(judge(reading.plan), choice);
}

test('names the plan, gives the verdict and the tally, and a line a bed', () => {
  const text = reportOf('wren-bottom.json', US);
  expect(text).toMatch(/^Wren Bottom, lower garden, Hazel Slack\nRuns, with \d+ % to spare\./);
  expect(text).toMatch(/asked\s+10\.8 gpm/);
  expect(text).toMatch(/weakest emitter \(bed \d+\)\s+9\.4 psi/);
  expect(text.match(/^ {2,}\d+ {2,}[\d.]+ gpm {2,}[\d.]+ psi {2,}[\d.]+ psi$/gm)).toHaveLength(14);
  expect(text).toContain('No problems found.');
  expect(text).toContain('not a design signed by an engineer');
});

test('tells each finding with its place, amount, reason and what to try, in the units asked for', () => {
  const text = reportOf('otter-strip.json', METRIC);
  expect(text).toMatch(/STOP {2}Too much pressure with the valves shut: 420 kPa {2}\[burst-at-rest\]/);
  expect(text).toMatch(/MEND {2}The main loses 70 % of the pressure to friction {2}\[main-eats\]/);
  expect(text.match(/ {2}where: /g)).toHaveLength(7);
  expect(text.match(/ {2}try: /g)).toHaveLength(7);
  expect(text).toMatch(/kPa/);
  expect(text).not.toMatch(/psi/);
  expect(text).not.toMatch(/\u00a0/);
});
