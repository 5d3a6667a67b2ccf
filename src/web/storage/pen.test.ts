import { isOpenSomewhere, takePen, type PenHooks } from './pen';

/*
 * Pages of one browser, with locks as the standard tells of them: one holder, others in line, one that steals breaks the
 * holder's request.
 */

interface Waiting {
  give: () => void;
  fail: (why: Error) => void;
  run: (lock: object | null) => unknown;
}
interface Options {
  ifAvailable?: boolean;
  steal?: boolean;
  signal?: AbortSignal;
}

class Locks {
  private held: Waiting | undefined;
  private line: Waiting[] = [];

  request(_: string, options: Options, run: Waiting['run']): Promise<unknown> {
    return new Promise((give, fail) => {
      const own: Waiting = { give: () => give(undefined), fail, run };
      if (options.steal) {
        this.held?.fail(new Error('stolen'));
        this.hold(own, give);
      } else if (!this.held) this.hold(own, give);
      else if (options.ifAvailable) void Promise.resolve(run(null)).then(give, fail);
      else {
        own.give = give as () => void;
        this.line.push(own);
        options.signal?.addEventListener('abort', () => {
          if (!this.line.includes(own)) return;
          this.line = this.line.filter((w) => w !== own);
          fail(new Error('called off'));
        });
      }
    });
  }

  private hold(own: Waiting, give: (value: unknown) => void): void {
    this.held = own;
    void Promise.resolve(own.run({})).then((value) => {
      give(value);
      if (this.held !== own) return;
      this.held = undefined;
      const next = this.line.shift();
      if (next) this.hold(next, next.give as (value: unknown) => void);
    });
  }
}

const was = Object.getOwnPropertyDescriptor(globalThis, 'navigator');
const browser = (locks: unknown): void =>
  void Object.defineProperty(globalThis, 'navigator', { value: { locks }, configurable: true });
afterEach(() => {
  if (was) Object.defineProperty(globalThis, 'navigator', was);
  else delete (globalThis as { navigator?: unknown }).navigator;
});

/** A page with a plan open, and what it was told. */
function page(id = 'plan', asked: () => Promise<void> = async () => undefined) {
  const told: string[] = [];
  const hooks: PenHooks = {
    gained: () => told.push('gained'),
    lost: () => told.push('lost'),
    asked: async () => {
      told.push('asked');
      await asked();
    },
    told: (message) => told.push(JSON.stringify(message)),
  };
  const pen = takePen(id, hooks);
  open.push(pen);
  return { pen, told };
}
let open: { letGo: () => void }[] = [];
afterEach(() => {
  open.forEach((p) => p.letGo());
  open = [];
});
const until = async (done: () => boolean): Promise<void> => {
  for (let i = 0; i < 400 && !done(); i++) await new Promise((go) => setTimeout(go, 10));
  expect(done()).toBe(true);
};

test('the first page writes, the second looks; closed, the pen comes to who stands in line', async () => {
  browser(new Locks());
  const first = page();
  await until(() => first.told.includes('gained'));
  const second = page();
  await until(() => second.told.includes('lost'));
  expect(first.told).toEqual(['gained']);
  first.pen.letGo();
  await until(() => second.told.includes('gained'));
  expect(second.told).toEqual(['lost', 'gained']);
});

test('what the page that writes tells is heard by the others with the same plan, and by no other', async () => {
  browser(new Locks());
  const first = page();
  await until(() => first.told.includes('gained'));
  const second = page();
  const other = page('another plan');
  await until(() => second.told.includes('lost'));
  first.pen.tell({ n: 7 });
  await until(() => second.told.includes('{"n":7}'));
  expect([...first.told, ...other.told]).not.toContain('{"n":7}');
});

test('asked for the pen, the page that has it writes everything down before it gives it', async () => {
  browser(new Locks());
  let written = false;
  const first = page('plan', async () => {
    await new Promise((go) => setTimeout(go, 50));
    written = true;
  });
  await until(() => first.told.includes('gained'));
  const second = page();
  await until(() => second.told.includes('lost'));
  second.pen.take();
  await until(() => second.told.includes('gained'));
  expect(written).toBe(true);
  expect(first.told).toEqual(['gained', 'asked', 'lost']);
  // It stands in line again: closed, the second gives it back.
  second.pen.letGo();
  await until(() => first.told.filter((t) => t === 'gained').length === 2);
});

test('a page that does not answer has the pen taken from it', async () => {
  browser(new Locks());
  const first = page('plan', () => new Promise(() => undefined));
  await until(() => first.told.includes('gained'));
  const second = page();
  await until(() => second.told.includes('lost'));
  second.pen.take();
  await until(() => second.told.includes('gained'));
  expect(first.told.at(-1)).toBe('lost');
});

test('who has the pen asks nobody for it', async () => {
  browser(new Locks());
  const first = page();
  await until(() => first.told.includes('gained'));
  const second = page();
  await until(() => second.told.includes('lost'));
  first.pen.take();
  await new Promise((go) => setTimeout(go, 100));
  expect(second.told).toEqual(['lost']);
});

test('without locks, or where they are refused, each page writes', async () => {
  browser(undefined);
  expect(page().told).toEqual(['gained']);
  expect(await isOpenSomewhere('plan')).toBe(false);
  browser({ request: () => Promise.reject(new Error('nothing is kept here')) });
  const refused = page();
  await until(() => refused.told.includes('gained'));
});

test('a plan is open somewhere while a page holds its pen', async () => {
  browser(new Locks());
  expect(await isOpenSomewhere('plan')).toBe(false);
  const first = page();
  await until(() => first.told.includes('gained'));
  expect(await isOpenSomewhere('plan')).toBe(true);
  first.pen.letGo();
  await new Promise((go) => setTimeout(go, 20));
  expect(await isOpenSomewhere('plan')).toBe(false);
});
