import { nextTick, ref, watch } from 'vue';
import type * as Frame from './frame';

/** A page whose frames come when the test says so. */
const page = { hidden: false, frames: [] as (() => void)[], onHide: () => undefined as unknown };
Object.assign(globalThis, {
  document: {
    get hidden() {
      return page.hidden;
    },
    addEventListener: (_: string, told: () => void) => void (page.onHide = told),
  },
  requestAnimationFrame: (job: () => void) => page.frames.push(job),
  reportError: jest.fn(),
});
const frame = async (): Promise<void> => {
  page.frames.splice(0).forEach((job) => job());
  await nextTick();
};
// eslint-disable-next-line @typescript-eslint/no-require-imports
const { inFrame, notInFrame } = require('./frame') as typeof Frame;

let told: string[] = [];
const tell = (what: string) => () => void told.push(what);
beforeEach(() => {
  told = [];
  page.hidden = false;
});

test('one frame takes answers, then the hand, and paints what the page made of both', async () => {
  const shown = ref(0);
  const paint = tell('painted');
  const stop = watch(shown, () => inFrame('paint', paint), { flush: 'post' });
  inFrame('hand', () => (shown.value++, told.push('hand')));
  inFrame('answer', () => (shown.value++, told.push('answer')));
  expect(page.frames).toHaveLength(1);
  await frame();
  expect(told).toEqual(['answer', 'hand', 'painted']);
  expect(page.frames).toEqual([]);
  stop();
});

test('what is asked for twice is done once, what is taken back not at all, and what asks again waits for the next frame', async () => {
  const again = () => {
    told.push('again');
    if (told.length < 2) inFrame('hand', again);
  };
  const gone = tell('gone');
  inFrame('hand', again);
  inFrame('hand', again);
  inFrame('answer', gone);
  notInFrame('answer', gone);
  await frame();
  expect(told).toEqual(['again']);
  await frame();
  expect(told).toEqual(['again', 'again']);
});

test('a job that breaks does not keep the others waiting', async () => {
  inFrame('answer', () => {
    throw new Error('broken');
  });
  inFrame('answer', tell('answer'));
  inFrame('hand', tell('hand'));
  await frame();
  expect(told).toEqual(['answer', 'hand']);
  expect(reportError).toHaveBeenCalledTimes(1);
});

test('a page that nobody sees gets no frames: what waits is done all the same, and once', async () => {
  const soon = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));
  page.hidden = true;
  inFrame('answer', tell('hidden'));
  await soon();
  expect(told).toEqual(['hidden']);
  page.hidden = false;
  inFrame('answer', tell('then hidden'));
  page.hidden = true;
  page.onHide();
  await soon();
  await frame();
  expect(told).toEqual(['hidden', 'then hidden']);
});
