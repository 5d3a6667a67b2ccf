import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { createApp } from './app';

const webRoot = fileURLToPath(new URL('../../dist/web', import.meta.url));
const DEFAULT_PORT = 4170;
const port = Number(process.env.PORT ?? DEFAULT_PORT);

if (!existsSync(webRoot)) {
  process.stderr.write('There is no built application yet. Run “npm run build” first.\n');
  process.exit(1);
}
const server = createApp(webRoot).listen(port, '127.0.0.1', (error?: Error) => {
  if (error) {
    process.stderr.write(`Port ${port} cannot be used (${error.message}). Set PORT to another.\n`);
    process.exit(1);
  }
  process.stdout.write(`Idle Furrow is at http://localhost:${port}/\n`);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => server.close(() => process.exit(0)));
