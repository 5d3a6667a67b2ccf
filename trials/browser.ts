import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { Builder, type WebDriver } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome';
import { QUIET } from '../e2e/browser';
import { createApp } from '../src/server/app';

/** What the page showed, and when it was first seen to show it (ms since 1970). */
export interface Seen {
  t: number;
  v: string;
  /** Which trial's page it was: the last word of a page that is gone may come late. */
  trial: number;
}

/** Serves the built application and takes down what pages tell they show. */
export interface Ground {
  url: string;
  /** What was told since it was last emptied, in the order it was seen. */
  seen: Seen[];
  /** Has the server stop answering, and answer again on the same port. */
  die: () => Promise<void>;
  revive: () => Promise<void>;
  stop: () => Promise<void>;
}

/** @param webRoot another build than the one that lies in dist */
export async function serveTrials(webRoot = join(process.cwd(), 'dist/web')): Promise<Ground> {
  const seen: Seen[] = [];
  const app = express();
  app.post('/trial/seen', express.json({ type: () => true }), (request, response) => {
    seen.push(request.body as Seen);
    response.sendStatus(204);
  });
  app.use(createApp(webRoot, { filesPerMinute: 1e6, stationPerMinute: 1e6 }));
  const listen = (port: number) =>
    new Promise<ReturnType<typeof app.listen>>((resolve) => {
      const server = app.listen(port, '127.0.0.1', () => resolve(server));
    });
  let server = await listen(0);
  const { port } = server.address() as AddressInfo;
  const die = (): Promise<void> =>
    new Promise((resolve) => {
      server.close(() => resolve());
      server.closeAllConnections();
    });
  return {
    url: `http://127.0.0.1:${port}`,
    seen,
    die,
    async revive() {
      server = await listen(port);
    },
    stop: die,
  };
}

/** A browser with a profile that outlives it. */
export interface Browser {
  driver: WebDriver;
  /** Ends every process of it at once, as a power cut does. @returns when, ms since 1970 */
  kill: () => Promise<number>;
  quit: () => Promise<void>;
}

/** A folder for a browser's profile, to be handed to browser after browser. */
export function newProfile(): { path: string; remove: () => void } {
  const path = mkdtempSync(join(tmpdir(), 'furrow-trial-'));
  return {
    path,
    remove: () => rmSync(path, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 }),
  };
}

export async function startBrowser(
  profile: string,
  more: string[] = [],
  preferences: Record<string, unknown> = {},
): Promise<Browser> {
  const options = new chrome.Options();
  options.addArguments(
    ...QUIET,
    '--hide-session-crashed-bubble',
    '--force-prefers-reduced-motion',
    `--user-data-dir=${profile}`,
    '--window-size=1100,760',
    ...more,
  );
  options.setUserPreferences({
    'download.default_directory': join(profile, 'files'),
    'download.prompt_for_download': false,
    ...preferences,
  });
  mkdirSync(join(profile, 'files'), { recursive: true });
  // A page that asks whether it may be left is answered by the trial itself.
  options.setAlertBehavior('ignore');
  options.setBinaryPath(process.env.CHROMIUM ?? '/usr/bin/chromium');
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder(process.env.CHROMEDRIVER ?? '/usr/bin/chromedriver'))
    .build();
  return {
    driver,
    async kill() {
      const at = Date.now();
      // The browser, its storage and its pages: all that bear the profile's folder.
      try {
        execFileSync('pkill', ['-9', '-f', `user-data-dir=${profile}`]);
      } catch {
        // None was left.
      }
      await driver.quit().catch(() => undefined);
      rmSync(join(profile, 'SingletonLock'), { force: true });
      return at;
    },
    quit: () => driver.quit().catch(() => undefined),
  };
}

/** Has a page tell each value it shows, as soon as a frame shows it. Runs in the page. */
export const WATCH = `
  const [read, trial] = arguments;
  const value = new Function('return ' + read);
  let last;
  window.__tell = () => {
    let v;
    try { v = value(); } catch { return; }
    if (v === undefined || v === null || v === '' || String(v) === last) return;
    last = String(v);
    navigator.sendBeacon('/trial/seen', JSON.stringify({ t: Date.now(), v: last, trial }));
  };
  const look = () => { window.__tell(); requestAnimationFrame(look); };
  look();
`;

/** A file for a page to choose. */
export function fileFor(name: string, content: string | Buffer): string {
  const path = join(mkdtempSync(join(tmpdir(), 'furrow-file-')), name);
  writeFileSync(path, content);
  return path;
}

/** Figures as a table of plain text. */
export function table(title: string, rows: Record<string, string | number>[]): string {
  if (rows.length === 0) return '';
  const heads = Object.keys(rows[0]);
  const cells = [heads, ...rows.map((r) => heads.map((h) => String(r[h])))];
  const widths = heads.map((_, i) => Math.max(...cells.map((c) => c[i].length)));
  const line = (c: string[]): string =>
    `  ${c.map((text, i) => (i === 0 ? text.padEnd(widths[i]) : text.padStart(widths[i]))).join('  ')}`;
  return `\n${title}\n${line(heads)}\n  ${widths.map((w) => '-'.repeat(w)).join('  ')}\n${cells.slice(1).map(line).join('\n')}\n`;
}
