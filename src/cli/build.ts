import loadHighs from 'highs';
import { fixed, msg } from '../core/language';
import { GROUPS, itemName, trenchesOf, type Show } from '../core/farm';
import {
  headerRules,
  hoursLeft,
  runCuts,
  shopFor,
  stepsFor,
  type Line,
  type Shop,
  type Step,
  boughtText,
} from '../core/works';
import { judge } from '../core/check';
import { namedItems, partsCsv, readHave, readPriceBook, type Refused } from '../core/formats/buyingCsv';
import { layOut, type FarmLayout } from '../core/layout';
import { fieldSheets } from '../core/print';
import { fillIn, type FullPlan, type Plan } from '../core/plan';
import { format, type UnitChoice } from '../core/units';
import { linearSolver } from '../worker/linear';

const shower =
  (choice: UnitChoice): Show =>
  (value, kind) =>
    format(value, kind, choice);

/** A plan with a price book and a list of what there is taken in, and the lines that could not be. */
export function taken(
  stated: Plan,
  choice: UnitChoice,
  prices: Uint8Array | undefined,
  have: Uint8Array | undefined,
): {
  plan: Plan;
  refused: (Refused & { file: 'prices' | 'have' })[];
  /** Lines of each file that were taken. */
  used: { prices: number; have: number };
} {
  const used = { prices: 0, have: 0 };
  const refused: (Refused & { file: 'prices' | 'have' })[] = [];
  const full = fillIn(stated);
  const build = { ...stated.build };
  if (prices || have) {
    const named = namedItems(shopFor(full), shower(choice));
    if (prices) {
      const book = readPriceBook(prices, named, full.build.currency);
      refused.push(...book.refused.map((r) => ({ ...r, file: 'prices' as const })));
      used.prices = book.prices.length;
      const own = new Map([...full.build.prices, ...book.prices].map((p) => [p.item, p]));
      build.prices = [...own.values()];
      build.packs = { ...full.build.packs, ...book.packs };
      if (book.currency && !build.currency) build.currency = book.currency;
    }
    if (have) {
      const list = readHave(have, named);
      refused.push(...list.refused.map((r) => ({ ...r, file: 'have' as const })));
      used.have = list.have.length;
      build.have = [...new Map([...full.build.have, ...list.have].map((h) => [h.item, h])).values()];
    }
  }
  return { plan: Object.keys(build).length > 0 ? { ...stated, build } : stated, refused, used };
}

/** What a report is written from. */
interface Reported {
  plan: FullPlan;
  layout: FarmLayout;
  shop: Shop;
  steps: readonly Step[];
  show: Show;
}

const jsonOf = ({ plan, layout, shop, steps, show }: Reported): string =>
  JSON.stringify(
    {
      plan: plan.name,
      lines: shop.lines.map(({ item, things, ...l }) => ({
        ...l,
        item: item.id,
        name: itemName(item, show),
        places: things.map((u) => ({ ...u.at, count: u.count, pieceM: u.pieceM, reason: u.reason })),
      })),
      total: shop.total,
      withoutPrice: shop.gaps,
      currency: plan.build.currency,
      joints: shop.meetings,
      headers: layout.blocks.flatMap((b) => headerRules(plan, b)),
      runs: layout.blocks.flatMap((b) => runCuts(plan, b)),
      trenches: trenchesOf(plan, layout),
      steps,
    },
    null,
    2,
  ) + '\n';

/** The list as it is read in a terminal. */
function textOf({ plan, shop, steps, show }: Reported): string {
  const amount = (v: number, l: Line): string =>
    l.item.unit === 'm' ? show(v, 'length') : String(Math.round(v * 100) / 100);
  const money = (v: number): string =>
    `${fixed(v, 2)}${plan.build.currency ? ` ${plan.build.currency}` : ''}`;
  const lines: string[] = [msg`${plan.name}: what to buy`, ''];
  for (const g of GROUPS) {
    const own = shop.lines.filter((l) => l.item.group === g.id);
    if (own.length === 0) continue;
    lines.push(g.name);
    for (const l of own) {
      const buy = l.there
        ? msg`is there`
        : l.packs === 0
          ? msg`you have it`
          : boughtText(l, (held) => amount(held, l));
      lines.push(
        msg`  ${buy.padEnd(14)} ${itemName(l.item, show)} (${amount(l.used, l)} used${l.spares > 0 ? msg`, ${amount(l.spares, l)} spare` : ''}${l.had > 0 ? msg`, ${amount(l.had, l)} of yours` : ''}${l.left > 0.005 ? msg`, ${amount(l.left, l)} left` : ''})${l.price !== undefined && l.packs > 0 ? `: ${money(l.price)}` : ''}`,
      );
    }
    lines.push('');
  }
  lines.push(
    msg`Known prices add up to ${money(shop.total)}; ${shop.gaps === 0 ? msg`every line has one` : msg`${shop.gaps} lines have none and are not in that total`}.`,
    '',
  );
  for (const m of shop.meetings.filter((x) => !x.chain))
    lines.push(msg`The ${m.before} and the ${m.after} cannot be joined by stock fittings.`);
  const { left } = hoursLeft(steps, plan.build);
  lines.push(msg`Steps, about ${fixed(left, 0)} h for ${plan.build.people === 2 ? msg`two` : msg`one`}:`);
  steps.forEach((s, i) => lines.push(`  ${i + 1}. ${s.title}`));
  return lines.join('\n').replace(/\u00a0/g, ' ') + '\n';
}

/** What is bought and built, in the forms that the shell gives. */
export async function buildReport(
  stated: Plan,
  choice: UnitChoice,
): Promise<{
  text(): string;
  csv(): string;
  json(): string;
  pdf(on: string): Promise<Uint8Array>;
  unjoined: number;
}> {
  const solve = linearSolver(await loadHighs());
  const plan = fillIn(stated);
  const layout = layOut(plan);
  const shop = shopFor(plan, layout, solve);
  const show = shower(choice);
  const steps = stepsFor(plan, show, layout);
  const reported = { plan, layout, shop, steps, show };
  return {
    unjoined: shop.meetings.filter((m) => !m.chain).length,
    csv: () => partsCsv(shop, show),
    json: () => jsonOf(reported),
    text: () => textOf(reported),
    async pdf(on) {
      const judged = judge(stated);
      const states = judged.states.filter((s) => s.how === 'open' && !s.backup);
      const { renderPdf } = await import('./pdf');
      return renderPdf(
        fieldSheets({
          stated,
          plan: judged.plan,
          layout,
          states,
          shop,
          programme: judged.outlook?.programme ?? { rows: [], months: [] },
          choice,
          show,
          on,
        }),
      );
    },
  };
}
