import { forms, msg } from '../../../language';
import { HEAD_PARTS, isStationTimer, SPLITTER_WAYS } from '../../../catalog/headParts';
import type { Change } from '../../../changes';
import { bedName, HEAD, sharedHead, timedPart, type FullPlan } from '../../../plan';
import { makeSets } from '../../../sets';
import { switchboardOf, valveName, type Problem } from '../../../switching';
import type { Found } from '../../finding';
import { findingKind, type Whole } from '../../kind';
import type { Offer, Offering } from '../../offers';

type Said = {
  set: string;
  why: Problem['why'];
  block: string;
  valve: string;
  others: string;
  byHand: boolean;
};

const NAMED = 4;
/** A few names, and a sign that there are more. */
const few = (names: readonly string[]): string =>
  names.length > NAMED ? `${names.slice(0, NAMED).join(', ')} …` : names.join(', ');

const nameOf = (plan: FullPlan, id: string): string => plan.blocks.find((b) => b.id === id)?.name ?? id;

function said(plan: FullPlan, set: string, problem: Problem): Said {
  const own = plan.blocks.find((b) => b.id === problem.block)!;
  const others =
    problem.why === 'part'
      ? problem.outside.map((key) => bedName(own, key))
      : problem.others.map((id) => nameOf(plan, id));
  return {
    set,
    why: problem.why,
    block: own.name,
    valve: valveName(problem.number),
    others: few(others),
    byHand: problem.by === 'hand',
  };
}

/** Problems of a set, as the switchboard has them. */
const problemsOf = (plan: FullPlan, set: string): Problem[] =>
  switchboardOf(plan).sets.find((s) => s.set === set)?.problems ?? [];

/** Timers with so many outlets, from the fewest on. */
const OUTLET_TIMERS = HEAD_PARTS.filter((p) => p.role === 'timer' && SPLITTER_WAYS[p.id] !== undefined);

/** The one clock in the head gives way to what opens each block by itself. */
function ownClocks(plan: FullPlan): Offer[] {
  const clock = timedPart(sharedHead(plan));
  if (!clock || isStationTimer(clock.kind)) return [];
  const { id, name } = clock;
  const hoses = plan.blocks.filter((b) => b.inUse && b.main.from === HEAD).length;
  const all = plan.blocks.filter((b) => b.inUse).length;
  const outlets = OUTLET_TIMERS.find((p) => SPLITTER_WAYS[p.id] >= hoses);
  const last = sharedHead(plan).length - 1;
  const ways: Change[][] = [];
  if (hoses === all && outlets && outlets.id !== clock.kind)
    ways.push([
      { kind: 'swap-part', place: HEAD, id, part: outlets.id, from: name, name: outlets.name },
      {
        kind: 'move-part',
        place: HEAD,
        id,
        to: last,
        name: outlets.name,
        before: msg`to the end of the head`,
      },
    ]);
  const apart: Change[] = [
    { kind: 'remove-part', place: HEAD, id, name },
    { kind: 'opened-by', by: 'battery' },
  ];
  return [...(ways.length > 0 ? [ways] : []), [apart]];
}

/** Sets of what hangs on one valve; else a hand, or a clock for each block. */
const opened: Offering = ({ finding, whole }) => {
  if (finding.place.kind !== 'set') return [];
  const sets = new Set([
    finding.place.set,
    ...finding.also.flatMap((a) => (a.place.kind === 'set' ? a.place.set : [])),
  ]);
  const problems = [...sets].flatMap((set) => problemsOf(whole, set));
  const blocks = [...new Set(problems.map((p) => p.block))];
  const shared = problems.some((p) => p.why === 'shared');
  const rebuilt: Offer = [[{ kind: 'sets', sets: makeSets(whole, { afresh: true }).sets }]];
  const byHand: Offer = shared
    ? [[{ kind: 'opened-by', by: 'hand' }]]
    : [blocks.map((block): Change => ({ kind: 'opened-by', block, by: 'hand' }))];
  return [rebuilt, ...(shared ? ownClocks(whole) : []), byHand];
};

/** A set cannot be opened by itself: what hangs on one valve opens and shuts together. */
export const setCannotOpen = findingKind({
  code: 'set-cannot-open',
  stage: 'sets',
  findInWhole({ plan }: Whole): Found<Said>[] {
    return switchboardOf(plan).sets.flatMap(({ set, name, problems }) =>
      problems.slice(0, 1).map((problem): Found<Said> => ({
        grade: 'stop',
        place: { kind: 'set', set },
        measured: problem.why === 'part' ? problem.outside.length : problem.others.length,
        says: said(plan, name, problem),
      })),
    );
  },
  words: ({ measured, says }) => ({
    title: msg`${says.set} cannot be opened by itself`,
    howMuch:
      says.why === 'part'
        ? msg`One valve opens all of ${says.block}${says.valve ? msg`, ${says.valve}` : ''}: ${says.others} ${forms(measured, 'is', 'are')} not in the set and would get water too.`
        : msg`${says.valve || msg`The clock in the head`} opens ${says.others} too, ${forms(measured, 'which is', 'which are')} not in the set.`,
    why: msg`What hangs on one valve opens and shuts together.`,
    tries:
      says.why === 'part'
        ? [
            msg`put whole blocks into sets`,
            ...(says.byHand
              ? [msg`give each bed a valve of its own`]
              : [msg`open ${says.block} by hand, with a valve at each run`]),
            msg`split ${says.block}: a header and a valve for each part`,
          ]
        : [
            msg`put all that hangs on the valve into one set`,
            msg`give each block a valve or a timer of its own`,
            msg`open the blocks by hand`,
          ],
  }),
  alike: ({ says }) => says.why,
  offers: opened,
});
