import { useEventListener, useIdle, watchOnce } from '@vueuse/core';
import { shallowRef } from 'vue';

/*
 * The application in the browser, so that it opens without its server: what a first plan needs is kept by the service worker
 * at once, the rest here when the page idles. A newer version is looked for now and then, and taken over when somebody says
 * so or when nothing is open.
 */

/** As the build calls them: scripts/build/offlineStore.ts. */
const REST = '/rest.json';
const STORE = 'idle-furrow-rest';
/** The hand rests for so long before the rest is fetched, ms. */
const IDLES_MS = 4000;
/** How often a newer version is looked for, ms. */
const LOOKS_MS = 30 * 60_000;
/** The newer version is waited for so long before the old one is let go of, ms. */
const TAKES_MS = 6000;
/** For whoever looks at the page's timings: all is kept. */
export const KEPT = 'offline store filled';

/** Takes the newer version over and loads the page again; nothing where there is none. */
export const newer = shallowRef<() => Promise<void>>();

/** Keeps the rest, and lets go of what another version kept. */
async function keepRest(): Promise<void> {
  const answer = await fetch(REST);
  if (!answer.ok) return;
  const rest = (await answer.json()) as string[];
  const store = await caches.open(STORE);
  for (const path of rest) if (!(await store.match(path))) await store.add(path);
  const now = new Set(rest);
  // What was fetched when it was first needed is kept too, as long as this version asks for it.
  for (const { url } of await store.keys()) {
    const { pathname } = new URL(url);
    if (!now.has(pathname) && !(await fetch(pathname, { method: 'HEAD' })).ok) await store.delete(url);
  }
  performance.mark(KEPT);
}

const savesData = (): boolean =>
  (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

/**
 * Lets the version that waits begin, then loads the page again. The page that a first visit opened has no worker over it and
 * hears of no change: so it is the worker that waits that is listened to. A browser lets it begin only when the old one has
 * nothing in hand, which may last; the old one is then let go of, and the page comes from the server.
 */
async function takeOver(kept: ServiceWorkerRegistration | undefined): Promise<void> {
  const waiting = kept?.waiting;
  if (waiting && !(await begins(waiting))) await kept.unregister();
  location.reload();
}

/** @returns whether it began in time */
const begins = (waiting: ServiceWorker): Promise<boolean> =>
  new Promise((said) => {
    setTimeout(() => said(false), TAKES_MS);
    waiting.addEventListener('statechange', () => waiting.state === 'activated' && said(true));
    waiting.postMessage({ type: 'SKIP_WAITING' });
  });

/** Begins to keep the application. Where the browser keeps nothing, nothing is kept, and all else goes on. */
export async function keepApplication(): Promise<void> {
  const { registerSW } = await import('virtual:pwa-register');
  let kept: ServiceWorkerRegistration | undefined;
  registerSW({
    onNeedRefresh: () => void (newer.value = () => takeOver(kept)),
    onRegisterError: () => undefined,
    onRegisteredSW: (_, registration) => {
      if (!registration) return;
      kept = registration;
      const look = (): void => void registration.update().catch(() => undefined);
      setInterval(look, LOOKS_MS);
      useEventListener(document, 'visibilitychange', () => document.visibilityState === 'visible' && look());
    },
  });
  if (savesData() || !('caches' in globalThis)) return;
  const fill = (): void => void keepRest().catch(() => undefined);
  const { idle } = useIdle(IDLES_MS);
  if (idle.value) fill();
  else watchOnce(idle, fill);
}
