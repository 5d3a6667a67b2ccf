import { readFileSync } from 'node:fs';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { fuzzFiles } from './files';
import { fuzzNetworks } from './networks';
import { fuzzPlans } from './plans';
import type { Found } from './report';
import { Report } from './report';

/*
 * Random networks and changed plans through solver, judgement, sets and exporters; changed files through every reader.
 * `npm run fuzz` does all of it, `npm run fuzz -- short` a short form; SEED=123 begins elsewhere, a part's name does only
 * that part, COUNT=500 so many of it.
 */

const COUNTS = {
  whole: { networks: 100_000, plans: 20_000, files: 20_000 },
  short: { networks: 1_500, plans: 150, files: 1_200 },
} as const;
const SEED = 20_261;
/** Work that says nothing for so long hangs, ms. */
const HANGS_MS = 90_000;
const LOOKS_MS = 1_000;

type Part = 'networks' | 'plans' | 'files';
interface Told {
  kind: string;
  wanted: number;
  done: number;
  slowestMs: number;
  faults: [string, { count: number; examples: string[] }][];
  counts: Record<string, number>;
}

const DEMOS = ['wren-bottom', 'hollin-bank', 'beck-side', 'larch-tunnels', 'otter-strip'];
const read = (path: string): string => readFileSync(path, 'utf8');

/** In a thread of its own, so that one that hangs is noticed. */
function work({ part, count, seed }: { part: Part; count: number; seed: number }): void {
  let toldAt = 0;
  const report = new Report((at) => {
    const now = performance.now();
    if (now - toldAt < LOOKS_MS / 4) return;
    toldAt = now;
    parentPort!.postMessage({ at });
  });
  const demos = DEMOS.map((d) => read(`demo/${d}.json`));
  const found: Found =
    part === 'networks'
      ? fuzzNetworks(count, seed, report)
      : part === 'plans'
        ? fuzzPlans(count, seed, demos, report)
        : fuzzFiles(count, seed, demos, read('src/core/hydraulics/network/cases/run-flat.json'), report);
  const { kind, wanted, done, slowestMs, faults, counts } = found;
  parentPort!.postMessage({
    found: { kind, wanted, done, slowestMs, faults: [...faults], counts } satisfies Told,
  });
}

/** Has a part done in a thread; one that hangs is ended, with the place it was at. */
function watched(part: Part, count: number, seed: number): Promise<Told> {
  return new Promise((resolve) => {
    const thread = new Worker(new URL(import.meta.url), { workerData: { part, count, seed } });
    let at = 'its beginning';
    let heard = performance.now();
    const end = (told: Told): void => {
      clearInterval(looking);
      void thread.terminate();
      resolve(told);
    };
    const broke = (what: string): void =>
      end({
        kind: part,
        wanted: count,
        done: 0,
        slowestMs: 0,
        faults: [[what, { count: 1, examples: [at] }]],
        counts: {},
      });
    const looking = setInterval(() => {
      if (performance.now() - heard > HANGS_MS) broke('it hangs');
    }, LOOKS_MS);
    thread.on('message', (message: { at?: string; found?: Told }) => {
      heard = performance.now();
      at = message.at ?? at;
      if (message.found) end(message.found);
    });
    thread.on('error', (error) => broke(`the thread broke: ${error.message}`));
  });
}

async function main(): Promise<void> {
  const short = process.argv.includes('short');
  const counts = { ...(short ? COUNTS.short : COUNTS.whole) } as Record<Part, number>;
  const seed = Number(process.env.SEED ?? SEED);
  const only = process.argv.find((a) => a in counts) as Part | undefined;
  process.stdout.write(
    `seed ${seed}\n${'kind'.padEnd(18)}${'done'.padStart(9)}${'faults'.padStart(9)}${'slowest ms'.padStart(13)}  of them\n`,
  );
  let faults = 0;
  for (const part of Object.keys(counts) as Part[]) {
    if (only && part !== only) continue;
    const told = await watched(part, Number(process.env.COUNT ?? counts[part]), seed);
    const sum = told.faults.reduce((n, [, f]) => n + f.count, 0);
    faults += sum;
    const of = Object.entries(told.counts).map(([what, n]) => `${n} ${what}`);
    process.stdout.write(
      `${told.kind.padEnd(18)}${String(told.done).padStart(9)}${String(sum).padStart(9)}${told.slowestMs.toFixed(0).padStart(13)}  ${of.join(', ')}\n`,
    );
    for (const [what, { count, examples }] of told.faults)
      process.stdout.write(`  ${count} × ${what}\n${examples.map((e) => `      ${e}\n`).join('')}`);
  }
  process.exitCode = faults > 0 ? 1 : 0;
}

if (isMainThread) void main();
else work(workerData as Parameters<typeof work>[0]);
