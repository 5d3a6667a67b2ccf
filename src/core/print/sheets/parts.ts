import { fixed, msg } from '../../language';
import { GROUPS, itemName } from '../../farm';
import { boughtText } from '../../works';
import { box, heading, num, para, subheading, table } from '../page';
import type { Content } from 'pdfmake/interfaces';
import type { SheetMaker } from './printed';

export const parts: SheetMaker = (p) => {
  const { shop, plan, show } = p;
  const money = plan.build.currency;
  const price = (v: number | undefined): string =>
    v === undefined ? '–' : `${fixed(v, 2)}${money ? ` ${money}` : ''}`;
  const amount = (v: number, unit: string): string =>
    unit === 'm' ? show(v, 'length') : `${Math.round(v * 100) / 100}`;
  return [
    heading(msg`Parts and shopping`),
    ...GROUPS.flatMap((g): Content[] => {
      const lines = shop.lines.filter((l) => l.item.group === g.id);
      if (lines.length === 0) return [];
      return [
        subheading(g.name),
        table(
          [14, '*', 'auto', 'auto', 'auto', 'auto'],
          ['', msg`What`, msg`Used`, msg`Buy`, msg`Left over`, msg`Price`],
          lines.map((l) => [
            { stack: [box()] },
            itemName(l.item, show),
            num(
              `${amount(l.used, l.item.unit)}${l.spares > 0 ? msg` and ${amount(l.spares, l.item.unit)}` : ''}`,
            ),
            num(
              l.there
                ? msg`is there`
                : l.packs === 0
                  ? msg`have it`
                  : boughtText(l, (held) => amount(held, l.item.unit)),
            ),
            num(l.left > 0 ? amount(l.left, l.item.unit) : ''),
            num(l.packs === 0 ? '' : price(l.price)),
          ]),
        ),
      ];
    }),
    para(
      msg`Known prices: ${price(shop.total)}. ${shop.gaps > 0 ? msg`${shop.gaps} lines have no price yet and are not in that total.` : msg`Every line has a price.`}`,
    ),
  ];
};
