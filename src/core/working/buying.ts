import { msg } from '../language';
import { amountOf, itemName, packWord, type Show } from '../farm';
import { boughtText, type Line } from '../works';
import type { FullPlan } from '../plan';
import { term, type Term, type Working } from './types';

/** How much of a line of the parts list is bought, and why: use by use, with spares, less what is there, in whole packs. */
export function lineWorking(line: Line, plan: FullPlan, show: Show): Working {
  const { item, things, spares, had, bought, left } = line;
  const kind = item.unit === 'm' ? 'length' : 'count';
  const names = new Map(plan.blocks.map((b) => [b.id, b.name]));
  const reasons = new Map<string, { amount: number; times: number }>();
  for (const u of things) {
    const where =
      u.at.place === 'block' ? (names.get(u.at.id!) ?? '') : u.at.place === 'head' ? 'head' : 'mains';
    const key = `${u.reason} (${where})`;
    const own = reasons.get(key) ?? { amount: 0, times: 0 };
    reasons.set(key, { amount: own.amount + amountOf(u), times: own.times + u.count });
  }
  const terms: Term[] = [...reasons].map(([meaning, { amount, times }]) =>
    term('n', item.unit === 'm' && times > 1 ? msg`${meaning}, ${times} pieces` : meaning, amount, kind),
  );
  const all = terms.length;
  const cut = line.cuts;
  terms.push(
    term('s', 'spares', spares, kind, 'build.spares'),
    term('h', msg`taken from what you have`, had, kind),
  );
  // What is cut off and cannot be used, so that what is bought is what is used and what is left.
  terms.push(term('l', cut ? msg`left over on rolls or sticks` : msg`left over in the pack`, left, kind));
  return {
    title: itemName(item, show),
    says: bought.every((b) => b.holds === 1)
      ? msg`Everything that uses it, with spares, less what you have.`
      : msg`Everything that uses it, with spares, less what you have, in whole ${packWord(item.sold, 2)}: ${boughtText(line, (held) => show(held, kind))}.${cut ? msg` At least ${cut.atLeast} would be needed however they are cut.` : ''}`,
    formula: 'B = Σ n + s − h + l',
    terms,
    gives: (values) =>
      values.slice(0, all).reduce((sum, v) => sum + v, 0) + values[all] - values[all + 1] + values[all + 2],
    result: term(
      'B',
      msg`to buy`,
      bought.reduce((sum, b) => sum + b.count * b.holds, 0),
      kind,
    ),
    source: cut
      ? msg`Cuts at the least cost: columns of cuts (Gilmore & Gomory 1961), and the cheapest flow through all of them (Valério de Carvalho 1999).`
      : msg`Counted from the plan.`,
  };
}
