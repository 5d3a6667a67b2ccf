import { msg } from '../../language';
import { blank, box, heading, num, para, subheading, table } from '../page';
import type { Content } from 'pdfmake/interfaces';
import { setName, type SheetMaker } from './printed';

export const walk: SheetMaker = (p) => {
  const open = p.states.filter((s) => s.how === 'open' && !s.backup);
  return [
    heading(msg`First walk`),
    para(msg`Water on, one set after the other. Write down what is there beside what should be.`),
    para(
      msg`These are the figures that the plan is safe with: what was measured less the allowance, with low water. Season tells the likely reading of today, with its band.`,
    ),
    ...open.flatMap((s): Content[] => [
      subheading(setName(s)),
      table(
        ['*', 'auto', 80],
        [msg`Place`, msg`Should read`, msg`Reads`],
        [
          ...s.results.head
            .filter((g) => g.step.part.role === 'gauge')
            .map((g, i) => [msg`gauge ${i + 1} of the head`, num(p.show(g.afterKpa, 'pressure')), blank(70)]),
          [msg`flow, by meter or bucket`, num(p.show(s.results.flowLph, 'flow')), blank(70)],
          ...s.results.blocks
            .filter((b) => b.flowLph > 0)
            .map((b) => [
              msg`${p.plan.blocks[b.index].name}, at its header’s feed`,
              num(p.show(b.feedKpa, 'pressure')),
              blank(70),
            ]),
        ],
      ),
    ]),
    ...[
      msg`Every joint of the head is dry`,
      msg`Every joint of the mains is dry`,
      msg`Every take-off is dry`,
      msg`Every far end drips`,
      msg`Ends open and close`,
    ].map((text): Content => ({ columns: [box(), { text }], margin: [0, 2, 0, 2] })),
  ];
};
