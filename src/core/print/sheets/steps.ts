import { fixed, msg } from '../../language';
import { stepsFor } from '../../works';
import { box, caution, heading } from '../page';
import type { Content } from 'pdfmake/interfaces';
import type { SheetMaker } from './printed';

export const steps: SheetMaker = (p) => {
  const list = stepsFor(p.plan, p.show, p.layout);
  const done = new Map(p.plan.build.done.map((d) => [d.step, d]));
  return [
    heading(msg`Steps, in the order of work`),
    ...list.map((s, i): Content => ({
      unbreakable: true,
      margin: [0, 0, 0, 8],
      columns: [
        { ...(box() as object), margin: [0, 2, 0, 0] } as Content,
        {
          stack: [
            { text: `${i + 1}. ${s.title}${done.has(s.id) ? msg` (done)` : ''}`, bold: true },
            { text: s.does.join(' ') },
            ...(s.tools.length > 0 ? [{ text: msg`At hand: ${s.tools.join(', ')}.`, italics: true }] : []),
            ...s.mistakes.map((m) => ({
              text: msg`Take care: ${m}`,
              margin: [10, 0, 0, 0] as [number, number, number, number],
            })),
            ...s.cautions.map((c) => caution(c)),
            { text: msg`It is right when: ${s.check}` },
            {
              text: [
                msg`about ${fixed(s.hours, 1)} h alone, ${fixed(s.hoursTwo, 1)} h for two`,
                s.dry ? msg`dry weather` : '',
                s.warm ? msg`pipe warm from the sun` : '',
                s.helper ? msg`a helper` : '',
              ]
                .filter(Boolean)
                .join(' · '),
              color: '#444',
            },
          ],
        },
      ],
    })),
  ];
};
