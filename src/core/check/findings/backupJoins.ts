import { msg } from '../../language';
import { sizedKind } from '../../catalog/headParts';
import { joiningSources, keptApart, unguarded, isMains } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { ofSource } from '../offers';
import type { State } from '../states';

type Said = { source: string; other: string; valve: boolean; lacks: string; mains: boolean };

/** Another source joins the same pipes without a valve between, or without backflow protection where mains water is one of the two. */
export const backupJoins = findingKind({
  code: 'backup-joins',
  stage: 'water',
  find({ plan, backup }: State): Found<Said>[] {
    if (backup) return [];
    const home = plan.sources.find((s) => s.id === plan.home)!;
    // Sets on another source join it to the same pipes as a backup does.
    const other = joiningSources(plan).find(
      (s) => !keptApart(plan, home, s) || unguarded(home, s).length > 0,
    );
    if (!other) return [];
    const mains = isMains(home) || isMains(other);
    const lacking = unguarded(home, other);
    const valve = keptApart(plan, home, other);
    return [
      {
        grade: mains && lacking.length > 0 ? 'stop' : 'mend',
        place: { kind: 'backup' },
        says: {
          source: home.name,
          other: other.name,
          valve,
          lacks: lacking.map((s) => s.name).join(msg` and `),
          mains,
        },
      },
    ];
  },
  words: ({ says: { source, other, valve, lacks, mains } }) => ({
    title: !lacks
      ? msg`No valve shuts the backup off from the source`
      : msg`The backup joins the same pipes without backflow protection`,
    howMuch: msg`${other} joins where ${source} feeds${valve ? '' : msg`, with no valve to shut one off from the other`}${lacks ? msg`${valve ? ',' : msg` and`} with no backflow preventer on the branch of ${lacks}` : ''}.`,
    why: mains
      ? msg`Tank, pond or well water would run into the mains, or the mains into the tank. It is law on most public supplies to keep them apart; local rules and licensed plumbers decide how.`
      : msg`One source would run into the other.`,
    tries: [
      ...(valve ? [] : [msg`put a valve on each, and shut the one not in use`]),
      ...(lacks ? [msg`put a proper backflow preventer on the branch of ${lacks}`] : []),
    ],
  }),
  offers: ofSource(({ plan, results: { flowLph } }) => [
    [
      [
        {
          kind: 'backup-apart',
          backflow: sizedKind(plan.wishes.feeding ? 'reduced-pressure' : 'double-check', flowLph),
          valve: sizedKind('ball-1', flowLph),
        },
      ],
    ],
  ]),
});
