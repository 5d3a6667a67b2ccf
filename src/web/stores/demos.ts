import { msg } from '../../core/language';
/** The demo plans that ship with the application. */
export const DEMOS = {
  wren: {
    title: msg`Wren Bottom`,
    says: msg`A yard tap, 14 beds. It works, with little to spare.`,
    load: () => import('../../../demo/wren-bottom.json'),
  },
  hollin: {
    title: msg`Hollin Bank`,
    says: msg`A borehole with a pressure tank, four fields, three of them open.`,
    load: () => import('../../../demo/hollin-bank.json'),
  },
  beck: {
    title: msg`Beck Side`,
    says: msg`A pump at a stream, two blocks on the slope above.`,
    load: () => import('../../../demo/beck-side.json'),
  },
  larch: {
    title: msg`Larch tunnels`,
    says: msg`Rain tanks over two tunnels: all by gravity.`,
    load: () => import('../../../demo/larch-tunnels.json'),
  },
  otter: {
    title: msg`Otter strip`,
    says: msg`As it was laid, with three faults to be found.`,
    load: () => import('../../../demo/otter-strip.json'),
  },
} as const;

export type DemoName = keyof typeof DEMOS;

/** Addresses of demos begin so; plans of one's own have ids made by lot. */
const PREFIX = 'demo-';
export const demoId = (name: DemoName): string => `${PREFIX}${name}`;
export const demoOf = (id: string): DemoName | undefined => {
  const name = id.startsWith(PREFIX) ? id.slice(PREFIX.length) : '';
  return Object.hasOwn(DEMOS, name) ? (name as DemoName) : undefined;
};
