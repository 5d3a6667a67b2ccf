import { msg } from '../../language';
import { drawnSources } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { ofSource } from '../offers';
import type { State } from '../states';

type Said = { source: string; other: string; valve: boolean; backflow: boolean; mains: boolean };

/** A backup joins the same pipes without a valve between, or without backflow protection where mains water is one of the two. */
export const backupJoins = findingKind({
  code: 'backup-joins',
  stage: 'water',
  find({ plan, results, backup }: State): Found<Said>[] {
    if (backup) return [];
    const { source } = results.layout;
    // Sets on another source join it to the same pipes as a backup does.
    const joined = plan.backup?.sourceId ?? drawnSources(plan).find((s) => s.id !== source.id)?.id;
    const other = plan.sources.find((s) => s.id === joined && s.id !== source.id);
    if (!other) return [];
    const mains = source.kind === 'tap' || other.kind === 'tap';
    const backflow = (plan.backup?.backflow ?? 'none') !== 'none';
    const valve = plan.backup?.valve ?? false;
    if (valve && backflow) return [];
    return [
      {
        grade: mains && !backflow ? 'stop' : 'mend',
        place: { kind: 'backup' },
        says: { source: source.name, other: other.name, valve, backflow, mains },
      },
    ];
  },
  words: ({ says: { source, other, valve, backflow, mains } }) => ({
    title: backflow
      ? msg`No valve shuts the backup off from the source`
      : msg`The backup joins the same pipes without backflow protection`,
    howMuch: msg`${other} joins where ${source} feeds${valve ? '' : msg`, with no valve to shut one off from the other`}${backflow ? '' : msg`${valve ? ',' : msg` and`} with no backflow preventer of its own`}.`,
    why: mains
      ? msg`Tank, pond or well water would run into the mains, or the mains into the tank. It is law on most public supplies to keep them apart; local rules and licensed plumbers decide how.`
      : msg`One source would run into the other.`,
    tries: [
      ...(valve ? [] : [msg`put a valve on each, and shut the one not in use`]),
      ...(backflow ? [] : [msg`put a proper backflow preventer on the backup`]),
    ],
  }),
  offers: ofSource(({ plan }) => [
    [[{ kind: 'backup-apart', backflow: plan.wishes.feeding ? 'reduced-pressure' : 'double-check' }]],
  ]),
});
