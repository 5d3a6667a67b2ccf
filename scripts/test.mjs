// All that must hold before a commit that matters: lint, types, words, units, a fresh build, chance, browsers and hard treatment.
// Parts that do not disturb each other run side by side; what each took and the ten slowest files are printed at the end.
// `npm run test:long` (LONG=1) does whole what is long by nature.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { cpus } from 'node:os';

const long = process.env.LONG !== undefined;
const took = [];
const OUT = 'dist/test';
rmSync(OUT, { recursive: true, force: true });
mkdirSync(OUT, { recursive: true });

/** Runs a part; what it prints is shown when it ends, so that parts side by side do not mix. */
function part(name, command, args, { live = false, env = {} } = {}) {
  return () =>
    new Promise((resolve, reject) => {
      const began = Date.now();
      const child = spawn(command, args, { stdio: live ? 'inherit' : ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...env } });
      let text = '';
      if (!live) for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (text += data));
      child.on('error', reject);
      child.on('close', (code) => {
        const seconds = (Date.now() - began) / 1000;
        took.push({ part: name, seconds });
        process.stdout.write(`\n== ${name}: ${code === 0 ? 'passed' : `ended with ${code}`} in ${seconds.toFixed(0)} s\n${text}`);
        if (code === 0) resolve();
        else reject(new Error(name));
      });
    });
}
const npx = (name, words, options) => part(name, 'npx', ['--no-install', ...words], options);
const inTurn = (...parts) => async () => {
  for (const p of parts) await p();
};
const beside = (...parts) => () => Promise.all(parts.map((p) => p()));

const jest = (name, words) => npx(name, ['jest', ...words, '--json', `--outputFile=${OUT}/${name}.json`]);
// A browser and its page want hardly more than one core: what needs no browser goes beside it.
const all = inTurn(
  beside(
    inTurn(npx('build', ['vite', 'build']), jest('browser', ['--config', 'jest.e2e.config.cjs'])),
    inTurn(
      npx('types', ['vue-tsc', '--noEmit']),
      npx('words', ['tsx', 'scripts/words/check.ts']),
      jest('units', ['--maxWorkers=1', '--silent']),
      part('lint', 'npm', ['run', '-s', 'lint']),
      part('fuzz', 'npm', ['run', '-s', 'fuzz', '--', ...(long ? [] : ['short'])]),
    ),
  ),
  npx('trials', ['tsx', 'trials/trials.ts', ...(long ? [] : ['short'])]),
);

/**
 * Time for which the machine's cores were lent elsewhere while this wanted them, s: shared machines take it without saying. The
 * eighth figure of the kernel's line for all cores, in hundredths of a second; zero where there is no such line.
 */
function lentS() {
  if (!existsSync('/proc/stat')) return 0;
  const [line] = readFileSync('/proc/stat', 'utf8').split('\n');
  return Number(line.split(/\s+/)[8]) / 100 / cpus().length;
}

const began = Date.now();
const lentBefore = lentS();
let failed = '';
try {
  await all();
} catch (error) {
  failed = error.message;
}
const files = ['units', 'browser'].flatMap((name) =>
  existsSync(`${OUT}/${name}.json`)
    ? JSON.parse(readFileSync(`${OUT}/${name}.json`, 'utf8')).testResults.map((r) => ({
        seconds: (r.endTime - r.startTime) / 1000,
        file: r.name.replace(`${process.cwd()}/`, ''),
      }))
    : [],
);
const counts = ['units', 'browser'].flatMap((name) =>
  existsSync(`${OUT}/${name}.json`) ? [JSON.parse(readFileSync(`${OUT}/${name}.json`, 'utf8'))] : [],
);
const row = ({ seconds, part: name, file }) => `${seconds.toFixed(0).padStart(6)} s  ${name ?? file}`;
console.log(`\nParts:\n${took.map(row).join('\n')}`);
console.log(`\nThe ten slowest files:\n${files.sort((a, b) => b.seconds - a.seconds).slice(0, 10).map(row).join('\n')}`);
const minutes = (Date.now() - began) / 60_000;
const lent = (lentS() - lentBefore) / 60;
console.log(`\nAll in ${minutes.toFixed(1)} minutes${lent > 0.1 ? `; ${(minutes - lent).toFixed(1)} without the time that this machine lent its cores elsewhere` : ''}.${failed ? ` “${failed}” did not pass.` : ''}`);
const sum = (key) => counts.reduce((n, c) => n + c[key], 0);
console.log(`${sum('numPassedTests')} passed, ${sum('numFailedTests')} failed`);
process.exit(failed ? 1 : 0);
