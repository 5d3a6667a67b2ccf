/** A page that is asked for the pen and does not give it within this time has it taken, ms. */
const GIVES_MS = 1500;

/** What happens to the one pen of a plan. */
export interface PenHooks {
  /** This page may write from now on. */
  gained: () => void;
  /** Another page took it. */
  lost: () => void;
  /** Another page asks for it: all is to be written down first. */
  asked: () => Promise<void>;
  /** Something was told by the page that writes. */
  told: (message: unknown) => void;
}

export interface Pen {
  /** Tells the other pages with this plan. */
  tell: (message: unknown) => void;
  /** Asks for the pen, and takes it where it is not given. */
  take: () => void;
  /** Lets go of everything. */
  letGo: () => void;
}

/** Only pages with the plan open talk about it. */
const channelName = (id: string): string => `idle-furrow/${id}`;
const lockName = (id: string): string => `idle-furrow/pen/${id}`;
const WANTED = 'idle-furrow: pen wanted';

/**
 * One pen for each plan among all pages of this browser, held by a Web Lock: who has it writes, all others follow what it
 * writes. Where the browser has no locks each page writes, and a page that saved last is told by its revision.
 */
export function takePen(id: string, hooks: PenHooks): Pen {
  const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(channelName(id));
  const locks = globalThis.navigator?.locks;
  let release: (() => void) | undefined;
  let over = false;
  let waiting: AbortController | undefined;

  const hold = (): Promise<void> =>
    new Promise((resolve) => {
      release = () => {
        release = undefined;
        resolve();
      };
      hooks.gained();
    });
  /** Stands in line for the pen: it comes when the page that has it closes or gives it. */
  function queue(steal = false): void {
    if (!locks || over || release) return;
    waiting?.abort();
    waiting = steal ? undefined : new AbortController();
    locks
      .request(lockName(id), steal ? { steal: true } : { signal: waiting!.signal }, () =>
        over ? undefined : hold(),
      )
      .catch(() => {
        // Taken by another page, or called off.
        if (!release) return;
        release = undefined;
        if (over) return;
        hooks.lost();
        queue();
      });
  }

  if (channel)
    channel.onmessage = async ({ data }: MessageEvent<unknown>) => {
      if (data !== WANTED) return hooks.told(data);
      if (!release) {
        // Who asks goes before others in line.
        waiting?.abort();
        setTimeout(() => queue(), GIVES_MS);
        return;
      }
      await hooks.asked();
      const give = release as (() => void) | undefined;
      hooks.lost();
      give?.();
      // At the end of the line.
      setTimeout(() => queue(), 0);
    };
  if (!locks) hooks.gained();
  else
    void locks
      .request(lockName(id), { ifAvailable: true }, (lock) => {
        if (over) return undefined;
        if (lock) return hold();
        hooks.lost();
        queue();
        return undefined;
      })
      .catch(() => {
        if (over) return;
        // Refused outright: a browser that keeps nothing has no locks either.
        if (!release) return hooks.gained();
        release = undefined;
        hooks.lost();
        queue();
      });

  return {
    tell: (message) => channel?.postMessage(message),
    take() {
      if (release || over) return;
      channel?.postMessage(WANTED);
      setTimeout(() => {
        if (!release && !over) queue(true);
      }, GIVES_MS);
    },
    letGo() {
      over = true;
      waiting?.abort();
      release?.();
      channel?.close();
    },
  };
}

/** Whether some page of this browser has a plan open. */
export async function isOpenSomewhere(id: string): Promise<boolean> {
  const locks = globalThis.navigator?.locks;
  return locks ? locks.request(lockName(id), { ifAvailable: true }, (lock) => lock === null) : false;
}
