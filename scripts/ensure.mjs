// Installs what a fresh machine is missing: the packages of the lock file, and for "browser" what the tests need of Debian's
// packages: Chromium, its driver, and what reads PDF back.
// Plain Node, so that it runs before anything is installed.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

function run(command, args) {
  const { status, error } = spawnSync(command, args, { stdio: 'inherit', cwd: root });
  if (error || status !== 0) {
    console.error(`\n“${command} ${args.join(' ')}” did not work${error ? `: ${error.message}` : ''}.`);
    process.exit(1);
  }
}

const installed = new URL('../node_modules/.package-lock.json', import.meta.url);
const wanted = new URL('../package-lock.json', import.meta.url);
if (!existsSync(installed) || statSync(installed).mtimeMs < statSync(wanted).mtimeMs - 1000) run('npm', ['ci']);

const NEEDED = { chromium: 'chromium', 'chromium-driver': 'chromedriver', 'poppler-utils': 'pdftotext' };
const missing = Object.entries(NEEDED).filter(([, program]) => !existsSync(`/usr/bin/${program}`)).map(([name]) => name);
if (process.argv.includes('browser') && missing.length > 0) {
  if (process.getuid?.() !== 0) {
    console.error(`The tests need Debian’s packages ${missing.join(', ')}. Install them, or run this as root once.`);
    process.exit(1);
  }
  process.env.DEBIAN_FRONTEND = 'noninteractive';
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing]);
}
