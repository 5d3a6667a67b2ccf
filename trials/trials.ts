import { serveTrials, table, type Ground } from './browser';
import { floorMs } from '../bench/floor';
import { AIMS, EMITTERS_A_BED, largeFarms } from './large';
import { kills, leavings, SAFE_MS, type Tally } from './losing';
import { renewing } from './renewing';
import { offlineTour, storageTrials, type Borne } from './storage';

/*
 * Trials of the built application in real browsers: killed, left, starved of storage, without its server. `npm run trials`
 * does all of it, `npm run trials -- short` a short form; SEED=123 begins elsewhere, COUNT=50 does so many of each kind, and a
 * part's name does only that one.
 */

const WHOLE = { kills: 500, leavings: 200, short: false };
const SHORT = { kills: 6, leavings: 3, short: true };
const SEED = 20_261;

const say = (text: string): void => void process.stdout.write(text);
const rowsOf = (tallies: readonly Tally[]): Record<string, string | number>[] =>
  [
    ...tallies,
    tallies.reduce((a, t) => ({
      kind: 'all',
      trials: a.trials + t.trials,
      edits: a.edits + t.edits,
      lost: a.lost + t.lost,
      corrupt: a.corrupt + t.corrupt,
      newest: a.newest + t.newest,
    })),
  ].map((t) => ({
    kind: t.kind,
    trials: t.trials,
    'values shown': t.edits,
    lost: t.lost,
    corrupt: t.corrupt,
    'the very newest kept': t.newest,
  }));

/** Runs the trials and prints what came of them. @returns how many went wrong */
export async function trials(counts: typeof WHOLE, seed: number, only: string | undefined): Promise<number> {
  let wrong = 0;
  let missed = 0;
  const losing = (title: string, tallies: readonly Tally[]): void => {
    say(table(title, rowsOf(tallies)));
    wrong += tallies.reduce((n, t) => n + t.lost + t.corrupt, 0);
  };
  const bearing = (title: string, rows: readonly Borne[]): void => {
    say(
      table(
        title,
        rows.map((r) => ({ trial: r.trial, checks: r.checks, borne: r.borne, '': r.says })),
      ),
    );
    wrong += rows.reduce((n, r) => n + r.checks - r.borne, 0);
  };
  const wants = (part: string): boolean => !only || only === part;
  /** On a server of its own: what one page shows, or a server that is shut, is no other trial's. */
  const onOwn = async (work: (ground: Ground) => Promise<void>): Promise<void> => {
    const ground = await serveTrials();
    try {
      await work(ground);
    } finally {
      await ground.stop();
    }
  };
  const storage = async (ground: Ground): Promise<void> => {
    if (wants('storage')) bearing('What storage may do', await storageTrials(ground, say, counts.short));
    if (wants('offline')) bearing('Without the server', await offlineTour(ground, counts.short));
    if (wants('renewing')) bearing('A newer build', await renewing());
  };
  const large = async (ground: Ground): Promise<void> => {
    if (only !== 'large' && (only || counts.short)) return;
    const rows = await largeFarms(ground, Object.keys(AIMS).map(Number));
    const told = (beds: number, ms: number, aim: number): string => {
      if (ms > aim) missed++;
      return `${Math.round(ms)} of ${aim}${ms > aim ? ' MISSED' : ''} (${Math.round(ms / floorMs(beds * EMITTERS_A_BED))} floors)`;
    };
    say(
      table(
        'Large farms, ms, each of its aim; a floor is one bare march over all emitters, here and now',
        rows.map((r) => ({
          beds: r.beds,
          'first verdict': told(r.beds, r.firstMs, AIMS[r.beds].firstMs),
          'an edit answered': told(r.beds, r.editMs, AIMS[r.beds].editMs),
          'Sets opened': told(r.beds, r.setsMs, AIMS[r.beds].setsMs),
          'longest stall': told(r.beds, r.stallMs, AIMS[r.beds].stallMs),
        })),
      ),
    );
  };
  const left = async (ground: Ground): Promise<void> => {
    if (wants('leavings'))
      losing(
        'Left in the moment of an edit: nothing shown may be lost',
        await leavings(ground, counts.leavings, seed, say),
      );
  };
  const killed = async (ground: Ground): Promise<void> => {
    if (wants('kills'))
      losing(
        `Killed at a moment by lot: nothing on the screen for longer than ${SAFE_MS} ms may be lost`,
        await kills(ground, counts.kills, seed, say),
      );
  };
  say(`seed ${seed}\n`);
  // The short form mostly waits for browsers to start, so its parts run side by side.
  if (counts.short) await Promise.all([storage, left, killed].map(onOwn));
  else for (const part of [storage, large, left, killed]) await onOwn(part);
  if (missed > 0) say(`\n${missed} aims of speed were missed.\n`);
  return wrong;
}

if (process.argv[1]?.endsWith('trials.ts')) {
  const short = process.argv.includes('short');
  const only = process.argv
    .slice(2)
    .find((a) => ['kills', 'leavings', 'storage', 'offline', 'renewing', 'large'].includes(a));
  const count = Number(process.env.COUNT);
  const counts = { ...(short ? SHORT : WHOLE), ...(count > 0 && { kills: count, leavings: count }) };
  const wrong = await trials(counts, Number(process.env.SEED ?? SEED), only);
  say(wrong === 0 ? '\nNothing went wrong.\n' : `\n${wrong} went wrong.\n`);
  process.exit(wrong === 0 ? 0 : 1);
}
