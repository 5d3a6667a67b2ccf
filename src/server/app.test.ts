import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from './app';

const root = mkdtempSync(join(tmpdir(), 'furrow-web-'));
mkdirSync(join(root, 'assets'));
writeFileSync(join(root, 'index.html'), '<!doctype html><title>x</title>');
writeFileSync(join(root, 'assets', 'a.js'), 'export {};');

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
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(response.headers.get('x-powered-by')).toBeNull();
  }
  expect((await fetch(url, { method: 'HEAD', ...page })).status).toBe(200);
});

test('assets may be kept; what is not there is not the application', async () => {
  const asset = await fetch(`${url}/assets/a.js`);
  expect(asset.headers.get('cache-control')).toMatch(/immutable/);
  expect((await fetch(`${url}/assets/gone.js`)).status).toBe(404);
  expect((await fetch(`${url}/plan`, { method: 'POST', ...page })).status).toBe(404);
});
