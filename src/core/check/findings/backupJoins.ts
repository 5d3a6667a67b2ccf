import { finding, type Check } from '../types';

/** A backup joins the same pipes without a valve between, or without backflow protection where mains water is one of the two. */
export const backupJoins: Check = (plan, { layout: { source } }) => {
  if (!plan.backup) return [];
  const other = plan.sources.find((s) => s.id === plan.backup!.sourceId);
  if (!other) return [];
  const mains = source.kind === 'tap' || other.kind === 'tap';
  const unprotected = plan.backup.backflow === 'none';
  if (plan.backup.valve && !unprotected) return [];
  return [
    finding(
      'backup-joins',
      mains && unprotected ? 'stop' : 'mend',
      { kind: 'backup' },
      {
        values: { valve: plan.backup.valve ? 1 : 0, backflow: unprotected ? 0 : 1, mains: mains ? 1 : 0 },
        names: { source: source.name, other: other.name },
      },
    ),
  ];
};
