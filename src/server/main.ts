import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { fileURLToPath } from 'node:url';
import { msg } from '../core/language';
import { createApp } from './app';
import { listenOn } from './listen';

const webRoot = fileURLToPath(new URL('../../dist/web', import.meta.url));
const DEFAULT_PORT = 4170;
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const fail = (text: string): never => {
  process.stderr.write(`${text}\n`);
  process.exit(1);
};

if (!existsSync(webRoot)) fail(msg`There is no built application yet. Run “npm run build” first.`);

const asked = process.env.PORT;
const port = Number(asked ?? DEFAULT_PORT);
if (!Number.isInteger(port) || port < 0 || port > 65535)
  fail(msg`PORT is “${asked}”: a whole number from 0 to 65535 is needed.`);

let server: Server;
try {
  server = await listenOn(createApp(webRoot), port, {
    // A port that was asked for is meant; the usual one is only the usual one.
    others: asked === undefined,
    say,
  });
} catch (error) {
  fail((error as Error).message);
}
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => server.close(() => process.exit(0)));
