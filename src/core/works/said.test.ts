import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { planOf, SKETCHES } from '../sketches';
import { fillIn, readPlan, type Plan } from '../plan';
import { format, METRIC, US } from '../units';
import { itemName, jointWords, type Show } from '../farm';
import { boughtText, perSeason, shopFor, stepsFor } from './index';

const demos = join(__dirname, '../../../demo');
const PLANS: [string, Plan][] = [
  ...readdirSync(demos)
    .filter((f) => f.endsWith('.json'))
    .map((f): [string, Plan] => {
      const reading = readPlan(readFileSync(join(demos, f), 'utf8'));
      if (!reading.ok) throw new Error(f);
      return [f, reading.plan];
    }),
  ...SKETCHES.map((s): [string, Plan] => [s.id, planOf(s, 'metric')]),
];

// What is bought for each, what joins it, and how it is put together: as it was read over. A change of it is read before it is taken over.
test.each(PLANS)('what is bought and done for %s', (_, stated) => {
  const plan = fillIn(stated);
  const choice = plan.build.family === 'inch' ? US : METRIC;
  const show: Show = (v, k) => format(v, k, choice).replace(/\u00a0/g, ' ');
  const shop = shopFor(plan);
  const round = (v: number): number => Math.round(v * 100) / 100;
  const lines = shop.lines.map((l) => {
    const reasons = [...new Set(l.things.map((u) => u.reason))].join('; ');
    return `${l.there ? 'there' : boughtText(l, (held) => `${round(held)}`) || 'had'} ${l.item.sold} | ${itemName(l.item, show)} | ${round(l.used)} used, ${round(l.spares)} spare, ${round(l.left)} left | ${round(l.typical)} | ${reasons}`;
  });
  const joints = shop.meetings.map(
    (m) =>
      `${m.count} × ${m.at.place} ${m.at.id ?? ''}: ${m.before} (${jointWords(m.from)}) to ${m.after} (${jointWords(m.to)}): ${(m.chain ?? []).map((f) => f.name).join(' + ') || 'meet'}`,
  );
  const steps = stepsFor(plan, show).flatMap((s) => [
    `${s.id} | ${s.title} | ${s.hours.toFixed(2)} h, ${s.hoursTwo.toFixed(2)} h for two${s.dry ? ', dry' : ''}${s.warm ? ', warm' : ''}${s.helper ? ', helper' : ''}`,
    ...[...s.does, ...s.mistakes, ...s.cautions, s.check, s.tools.join(', ')].map((t) => `  ${t}`),
  ]);
  expect({
    lines,
    joints: [...new Set(joints)],
    steps,
    season: round(perSeason(plan, shop).typical),
  }).toMatchSnapshot();
});
