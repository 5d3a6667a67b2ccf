import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { createApp } from './app';
import { listenOn } from './listen';

const root = mkdtempSync(join(tmpdir(), 'furrow-web-'));
mkdirSync(join(root, 'assets'));
writeFileSync(join(root, 'index.html'), '<!doctype html><title>x</title>');
writeFileSync(join(root, 'assets', 'a.js'), 'export {};');
const LONG = `export const a = "${'furrow '.repeat(2000)}";`;
writeFileSync(join(root, 'assets', 'long.js'), LONG);
writeFileSync(join(root, 'assets', 'long.js.gz'), gzipSync(LONG));

let server: Server;
let url = '';
beforeAll(async () => {
  server = createApp(root).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => new Promise((resolve) => server.close(resolve)));

const page = { headers: { accept: 'text/html' } };

test('every page is the application, under a policy without inline script', async () => {
  for (const path of ['/', '/plan/beds', '/anything']) {
    const response = await fetch(url + path, page);
    expect(response.status).toBe(200);
    expect(await response.text()).toContain('<title>x</title>');
    const policy = response.headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toMatch(/script-src[^;]*'unsafe/);
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(response.headers.get('x-powered-by')).toBeNull();
  }
  expect((await fetch(url, { method: 'HEAD', ...page })).status).toBe(200);
});

test('assets may be kept; what is not there is not the application', async () => {
  const asset = await fetch(`${url}/assets/a.js`);
  expect(asset.headers.get('cache-control')).toMatch(/immutable/);
  const gone = await fetch(`${url}/assets/gone.js`);
  expect(gone.status).toBe(404);
  expect(gone.headers.get('content-type')).toMatch(/text\/plain/);
  // A lost chunk asked for as a page, or a lost picture, is no page either.
  expect((await fetch(`${url}/assets/gone.js`, page)).status).toBe(404);
  expect((await fetch(`${url}/gone.png`, page)).status).toBe(404);
  expect((await fetch(`${url}/plan`, { method: 'POST', ...page })).status).toBe(405);
});

test('text is packed, and says it is alive', async () => {
  // Packed beside the file when it was built, and served so.
  const long = await fetch(`${url}/assets/long.js`, { headers: { 'accept-encoding': 'gzip' } });
  expect(long.headers.get('content-encoding')).toBe('gzip');
  expect(await long.text()).toContain('furrow furrow');
  const health = await fetch(`${url}/health`);
  expect([health.status, await health.json()]).toEqual([200, { ok: true }]);
});

test.each([
  ['a broken escape', '/assets/%E0%A4%A', 400],
  ['a way out of the folder', '/assets/..%2f..%2f..%2fetc%2fpasswd', 404],
  ['an endless address', `/${'x'.repeat(3000)}`, 414],
  ['a station asked nonsense', '/station/days?from=2027-02-30&days=3', 400],
  ['a station’s unknown page', '/station/nothing', 404],
])('%s is answered by its kind, without a stack or a path of this machine', async (_, path, status) => {
  const answer = await fetch(url + path, page);
  expect(answer.status).toBe(status);
  const body = await answer.text();
  expect(body.length).toBeLessThan(300);
  expect(body).not.toMatch(/node_modules|at .*\(|Error:|\/tmp\/|\/src\//);
});

test('an application that is not built says so, and too many requests are asked to wait', async () => {
  const other = createApp('/nowhere/at/all', { filesPerMinute: 5, stationPerMinute: 5 }).listen(
    0,
    '127.0.0.1',
  );
  await new Promise((resolve) => other.once('listening', resolve));
  const at = `http://127.0.0.1:${(other.address() as AddressInfo).port}`;
  const first = await fetch(at, page);
  expect([first.status, await first.text()]).toEqual([503, 'The application is not built.\n']);
  let last = first;
  for (let i = 0; i < 6; i++) last = await fetch(at, { headers: { accept: 'application/json' } });
  expect(last.status).toBe(429);
  expect(((await last.json()) as { why: string }).why).toMatch(/Wait a minute/);
  await new Promise((resolve) => other.close(resolve));
});

test('a taken port: the next free one where it is only the usual one, else in words', async () => {
  const taken = (server.address() as AddressInfo).port;
  const said: string[] = [];
  const next = await listenOn(createApp(root), taken, { others: true, say: (text) => void said.push(text) });
  expect(said[0]).toBe(`Port ${taken} is taken; the next free one is used.`);
  await new Promise((resolve) => next.close(resolve));
  await expect(listenOn(createApp(root), taken, { others: false, say: () => undefined })).rejects.toThrow(
    `Port ${taken} cannot be used: another program uses it. Set PORT to another`,
  );
});

describe('the simulated logger in the field', () => {
  test('tells its channels and its history, marked as simulated', async () => {
    const channels = (await (await fetch(`${url}/field/channels?farm=barrel`)).json()) as {
      simulated: boolean;
      channels: unknown[];
    };
    expect(channels.simulated).toBe(true);
    expect(channels.channels.length).toBeGreaterThan(3);
    const history = await fetch(`${url}/field/history?farm=barrel&from=2027-06-01T06:00Z&minutes=30`);
    expect(history.headers.get('content-type')).toMatch(/csv/);
    const lines = (await history.text()).trim().split('\n');
    expect(lines[0]).toMatch(/simulated/);
    expect(lines[1]).toMatch(/^time,/);
    expect(lines.length).toBeGreaterThan(20);
  });
  test('sends readings as they come, and says what it cannot do', async () => {
    const stop = new AbortController();
    const response = await fetch(`${url}/field/stream?farm=barrel&pace=60`, { signal: stop.signal });
    expect(response.headers.get('content-type')).toMatch(/event-stream/);
    const reader = response.body!.getReader();
    let text = '';
    while (!text.includes('still here')) text += new TextDecoder().decode((await reader.read()).value);
    stop.abort();
    expect(text).toMatch(/still here|event: reading\ndata: \{"v":1,"simulated":true/);
    for (const query of [
      'channels?farm=moon',
      'history?from=yesterday&minutes=5',
      'history?from=2027-06-01T06:00Z&minutes=99999',
      'stream?pace=1000',
    ]) {
      const refused = await fetch(`${url}/field/${query}`);
      expect(refused.status).toBe(400);
      expect(((await refused.json()) as { why: string }).why).not.toBe('');
    }
  });
});
