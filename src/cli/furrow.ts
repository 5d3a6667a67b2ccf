import { Command, Option } from 'commander';
import { readFileSync, writeFileSync } from 'node:fs';
import { msg } from '../core/language';
import { describe, GRADE_WORDS, judge, opensOf, verdict, type Finding, type Judgement } from '../core/check';
import { readNetworkCase, writeNetworkResult } from '../core/formats';
import { NetworkError, solveNetwork } from '../core/hydraulics/network';
import { fillIn, readPlan, type FullPlan, type Plan } from '../core/plan';
import { remediesFor, remedyWorking, sayChange, tellWorse } from '../core/remedy';
import { format, METRIC, US, type KindName, type UnitChoice } from '../core/units';
import { report } from './report';

const EXIT = { fine: 0, findings: 1, unusable: 2 } as const;

function readFile(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch (error) {
    throw new NetworkError(
      path,
      msg`cannot be read (${(error as NodeJS.ErrnoException).code ?? (error as Error).message})`,
    );
  }
}

function readBytes(path: string): Uint8Array {
  try {
    return readFileSync(path);
  } catch (error) {
    throw new NetworkError(
      path,
      msg`cannot be read (${(error as NodeJS.ErrnoException).code ?? (error as Error).message})`,
    );
  }
}

/** Runs a command; what cannot be used is said on standard error, with its place, and ends with 2. */
async function attempt(work: () => number | Promise<number>): Promise<void> {
  try {
    process.exitCode = await work();
  } catch (error) {
    if (!(error instanceof NetworkError)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = EXIT.unusable;
  }
}

function network(path: string): number {
  process.stdout.write(writeNetworkResult(solveNetwork(readNetworkCase(readFile(path)))) + '\n');
  return EXIT.fine;
}

interface CheckOptions {
  json?: boolean;
  units?: string;
  working?: boolean;
  remedies?: boolean;
}

function check(path: string, options: CheckOptions): number {
  const reading = readPlan(readFile(path));
  if (!reading.ok) {
    for (const { path: field, what } of reading.problems) process.stderr.write(`${field || path}: ${what}\n`);
    return EXIT.unusable;
  }
  const judged = judge(reading.plan);
  // Figures are of what opens nearest to its limits; what is found is of all states of the plan.
  const { plan: full, told, worst } = judged;
  const { plan, results } = worst;
  const choice: UnitChoice = (options.units ?? full.units) === 'us' ? US : METRIC;
  const said = verdict(opensOf(judged), told, choice);
  if (options.json) {
    const json = {
      plan: plan.name,
      verdict: said,
      sets: judged.states.flatMap(({ how, backup, set, results: r }) =>
        set && how === 'open' && !backup
          ? [{ id: set.id, name: set.name, askedLph: r.demand.askedLph, availableLph: r.demand.availableLph }]
          : [],
      ),
      demand: results.demand,
      flowLph: results.flowLph,
      uniformity: results.uniformity,
      weakestKpa: results.runs[results.weakest]?.minKpa,
      findings: told.map((f) => ({ ...f, words: describe(f, full, choice, reading.plan) })),
      blocks: results.blocks.map(({ index, beds, flowLph, uniformity, feedKpa }) => ({
        id: plan.blocks[index].id,
        flowLph,
        uniformity,
        feedKpa,
        beds,
      })),
      mains: results.mains.map(({ laid, ...m }) => ({
        from: laid.from,
        to: laid.to,
        lengthM: laid.lengthM,
        ...m,
      })),
      runs: results.runs.map(({ run, ...r }) => ({
        id: run.id,
        block: plan.blocks[run.block].id,
        bed: run.bed,
        lengthM: run.lengthM,
        ...r,
      })),
    };
    process.stdout.write(JSON.stringify(json, null, 2) + '\n');
  } else {
    const remedies = remediesTold(choice, judged, full);
    process.stdout.write(
      report(judged, choice, {
        ...(options.working && { working: reading.plan }),
        ...(options.remedies && { remedies }),
      }),
    );
  }
  return said.tone === 'stop' ? EXIT.findings : EXIT.fine;
}

interface SeasonOptions {
  set?: string;
  json?: boolean;
  units?: string;
}

/** Remedies of what was found, in words. */
function remediesTold(choice: UnitChoice, judged: Judgement, full: FullPlan) {
  const show = (value: number, kind: KindName): string => format(value, kind, choice);
  const remedies = (finding: Finding) => {
    const found = remediesFor(finding, judged);
    const workings = found.map((r) => remedyWorking(r, finding, full, choice));
    const lines = found.map((r) => {
      const what = r.changes.map((c) => sayChange(c, full, show)).join(', and ');
      const worse = tellWorse(r, full, choice).join('; ');
      const does = !r.clears
        ? msg`help, but not enough`
        : r.worse.length > 0
          ? msg`mend this`
          : msg`put it right`;
      return msg`would ${does}: ${what} (weakest ${show(r.before.weakestKpa, 'pressure')} to ${show(r.after.weakestKpa, 'pressure')})${worse ? msg`; but: ${worse}` : ''}`;
    });
    return { lines, workings };
  };
  return remedies;
}

/** A plan in a file; nothing where it cannot be read, which is said. */
function planIn(path: string): Plan | undefined {
  const reading = readPlan(readFile(path));
  if (reading.ok) return reading.plan;
  for (const { path: field, what } of reading.problems) process.stderr.write(`${field || path}: ${what}\n`);
  return undefined;
}

/** What cannot be used is told as everything else that cannot. */
function usable<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof Error && error.name === 'Unusable') throw new NetworkError('furrow', error.message);
    throw error;
  }
}

interface BuildOptions {
  prices?: string;
  have?: string;
  json?: boolean;
  csv?: boolean;
  pdf?: string;
  units?: string;
}

/** What to buy and how to build it; with 1 where something cannot be joined, 2 where a file cannot be used. */
async function build(path: string, options: BuildOptions): Promise<number> {
  const reading = readPlan(readFile(path));
  if (!reading.ok) {
    for (const { path: field, what } of reading.problems) process.stderr.write(`${field || path}: ${what}\n`);
    return EXIT.unusable;
  }
  const { buildReport, taken } = await import('./build');
  const full = fillIn(reading.plan);
  const choice: UnitChoice = (options.units ?? full.units) === 'us' ? US : METRIC;
  const { plan, refused, used } = taken(
    reading.plan,
    choice,
    options.prices === undefined ? undefined : readBytes(options.prices),
    options.have === undefined ? undefined : readBytes(options.have),
  );
  for (const r of refused)
    process.stderr.write(
      msg`${r.file === 'prices' ? options.prices : options.have}, line ${r.line}: ${r.why}\n`,
    );
  for (const [file, name] of [
    ['prices', options.prices],
    ['have', options.have],
  ] as const)
    if (name !== undefined && used[file] === 0)
      throw new NetworkError(name, msg`nothing in it could be used`);
  const report = await buildReport(plan, choice);
  if (options.pdf !== undefined) {
    const pdf = await report.pdf(new Date().toISOString().slice(0, 10));
    try {
      writeFileSync(options.pdf, pdf);
    } catch (error) {
      throw new NetworkError(
        options.pdf,
        msg`cannot be written (${(error as NodeJS.ErrnoException).code ?? (error as Error).message})`,
      );
    }
  } else process.stdout.write(options.json ? report.json() : options.csv ? report.csv() : report.text());
  return report.unjoined > 0 ? EXIT.findings : EXIT.fine;
}

/** Units by name; others are refused. */
const unitsOption = (says: string): Option => new Option('--units <system>', says).choices(['us', 'metric']);

const program = new Command('furrow')
  .description(msg`Idle Furrow from a shell: solve a drip network, or check a plan.`)
  .exitOverride((error) => {
    process.exitCode = error.exitCode === 0 ? EXIT.fine : EXIT.unusable;
    throw error;
  })
  // Kept, so that commands in process are heard like those of a shell.
  .configureOutput({
    writeOut: (text) => void process.stdout.write(text),
    writeErr: (text) => void process.stderr.write(text),
  });

program
  .command('network')
  .argument('<case>', msg`a network as JSON`)
  .description(msg`solve a network and print its steady state as JSON`)
  .action((path: string) => attempt(() => network(path)));

program
  .command('check')
  .argument('<plan>', msg`a plan file`)
  .option('--json', msg`print everything as JSON`)
  .option('--working', msg`write out how every number was worked out`)
  .option('--remedies', msg`work out what would put each finding right`)
  .addOption(unitsOption(msg`us or metric; the plan’s own if not given`))
  .description(msg`check a plan; ends with 1 when there is a finding of grade “${GRADE_WORDS.stop}” stands`)
  .action((path: string, options: CheckOptions) => attempt(() => check(path, options)));

program
  .command('build')
  .argument('<plan>', msg`a plan file`)
  .option('--prices <book>', msg`a price book as CSV`)
  .option('--have <list>', msg`what you already have, as CSV`)
  .addOption(new Option('--json', msg`print everything as JSON`).conflicts(['csv', 'pdf']))
  .addOption(new Option('--csv', msg`print the parts list as CSV`).conflicts(['json', 'pdf']))
  .addOption(new Option('--pdf <file>', msg`write the field sheets`).conflicts(['json', 'csv']))
  .addOption(unitsOption(msg`us or metric; the plan’s own if not given`))
  .description(
    msg`what to buy, where to cut, and in which order; ends with 1 when something cannot be joined`,
  )
  .action((path: string, options: BuildOptions) => attempt(() => build(path, options)));

program
  .command('expect')
  .argument('<plan>', msg`a plan file`)
  .option('--set <set>', msg`the set that runs, by its name or number; the first if not given`)
  .option('--json', msg`print everything as JSON`)
  .addOption(unitsOption(msg`us or metric; the plan’s own if not given`))
  .description(msg`what every gauge, meter, cup and level should read while a set runs`)
  .action((path: string, options: SeasonOptions) =>
    attempt(async () => {
      const { expectText } = await import('./season');
      const plan = planIn(path);
      if (!plan) return EXIT.unusable;
      process.stdout.write(usable(() => expectText(plan, options)));
      return EXIT.fine;
    }),
  );

program
  .command('diagnose')
  .argument('<plan>', msg`a plan file`)
  .argument('<readings>', msg`readings as CSV: place, value, unit, seen, set, time`)
  .option('--set <set>', msg`the set that runs where a reading does not say; the first if not given`)
  .option('--json', msg`print everything as JSON`)
  .addOption(unitsOption(msg`us or metric; the plan’s own if not given`))
  .description(
    msg`what readings say is wrong, and what to read next; ends with 2 where a reading cannot be used`,
  )
  .action((path: string, readings: string, options: SeasonOptions) =>
    attempt(async () => {
      const { diagnoseText } = await import('./season');
      const plan = planIn(path);
      if (!plan) return EXIT.unusable;
      const { text, refused } = usable(() => diagnoseText(plan, readBytes(readings), options));
      for (const r of refused)
        process.stderr.write(`${readings}${r.line > 0 ? msg`, line ${r.line}` : ''}: ${r.why}\n`);
      process.stdout.write(text);
      return refused.length > 0 ? EXIT.unusable : EXIT.fine;
    }),
  );

program
  .command('practice')
  .option('--seed <number>', msg`the same seed hides the same`, '1')
  .option('--level <level>', msg`easy, fair or nasty`, 'easy')
  .option('--lesson <lesson>', msg`a lesson, by its name or number`)
  .addOption(unitsOption(msg`us or metric`).default('metric'))
  .description(msg`a simulated farm with something wrong, and how an expert finds it`)
  .action((options: { seed: string; level: string; lesson?: string; units?: string }) =>
    attempt(async () => {
      const { practiceText } = await import('./season');
      const seed = Number(options.seed);
      if (!Number.isInteger(seed))
        throw new NetworkError('--seed', msg`“${options.seed}” is not a whole number`);
      process.stdout.write(usable(() => practiceText({ ...options, seed })));
      return EXIT.fine;
    }),
  );

/** Does what the words of a command line say, and sets the exit code of the process. */
export async function furrow(words: readonly string[]): Promise<void> {
  try {
    await program.parseAsync([...words], { from: 'user' });
  } catch (error) {
    // Commander has said what is wrong with the words and set the exit code.
    if (!(error instanceof Error) || !('code' in error)) throw error;
  }
}
