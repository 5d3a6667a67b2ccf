import { grouped, msg } from '../../../core/language';
import type { Outcome } from '../../../core/remedy';
import type { KindName } from '../../../core/units';

/** A figure before and after. */
export interface FigureTold {
  name: string;
  from: string;
  to: string;
}

/** Money without a coin, as typical prices are. */
export const money = (amount: number): string => grouped(Math.round(amount));

/** The figures that some changes move, and only those, as they read before and after. */
export function figuresTold(
  { before, after }: Pick<Outcome, 'before' | 'after'>,
  show: (value: number, kind: KindName) => string,
): FigureTold[] {
  const told: FigureTold[] = [
    { name: msg`weakest`, from: show(before.weakestKpa, 'pressure'), to: show(after.weakestKpa, 'pressure') },
    { name: msg`even`, from: show(before.uniformity, 'share'), to: show(after.uniformity, 'share') },
    { name: msg`asks`, from: show(before.askedLph, 'flow'), to: show(after.askedLph, 'flow') },
  ];
  return told.filter((f) => f.from !== f.to && !/NaN|∞|Infinity/.test(f.from + f.to));
}

/** What some changes cost, whether or not they cost anything: what there is to buy at typical prices, before spares and whole rolls. */
export function costTold({ before, after }: Pick<Outcome, 'before' | 'after'>): string {
  const more = Math.round(after.cost) - Math.round(before.cost);
  if (more === 0) return msg`costs nothing more to buy`;
  return more > 0
    ? msg`costs about ${money(more)} more at typical prices, ${money(after.cost)} in all`
    : msg`saves about ${money(-more)} at typical prices, ${money(after.cost)} in all`;
}
