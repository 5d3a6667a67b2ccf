import { msg } from '../language';
import { mainEndName } from '../layout';
import { bedName, headerName, HEAD, type FullPlan, type Plan } from '../plan';
import { format, type UnitChoice } from '../units';
import { figuresOf } from './figures';
import type { Finding, Grade, Holds, Place } from './finding';
import { capital, type Told } from './kind';
import { kindOfCode, spoken } from './kindOf';

export const GRADE_WORDS: Record<Grade, string> = {
  stop: msg`Stop`,
  mend: msg`Mend`,
  watch: msg`Watch`,
  note: msg`Note`,
};

/** A finding in words, in a person's own units. */
export interface Words extends Told {
  where: string;
  /** In which sets, on which source, with what water; empty where it does not hang on that. */
  whenOpen: string;
  /** Figures that nobody has measured or read yet, on which it rests; empty where there are none. */
  restsOn: string;
}

function placeWords(place: Place, plan: FullPlan): string {
  const several = plan.blocks.length > 1;
  const blockName = (index: number): string => plan.blocks[index]?.name ?? msg`the block`;
  const named = (id: string): string => plan.blocks.find((b) => b.id === id)?.name ?? msg`the block`;
  switch (place.kind) {
    case 'plan':
      return msg`the plan`;
    case 'source':
      return plan.sources.find((s) => s.id === plan.sourceId)?.name ?? msg`source`;
    case 'backup':
      return plan.sources.find((s) => s.id === plan.backup?.sourceId)?.name ?? msg`backup`;
    case 'head':
      return msg`head`;
    case 'part':
      if (place.place === HEAD) {
        const own = plan.sources.find((s) => s.branch.some((p) => p.id === place.id));
        return own ? msg`on the branch of ${own.name}` : msg`in the head`;
      }
      return several ? msg`at ${named(place.place)}` : msg`at the block`;
    case 'main':
      if (plan.rings.some((r) => r.id === place.to)) return msg`main, ${mainEndName(plan, place.to)}`;
      return plan.blocks.some((b) => b.id === place.to) && several
        ? msg`main, to ${named(place.to)}`
        : msg`main`;
    case 'header':
      return several
        ? msg`${headerName(plan.blocks[place.block])} of ${blockName(place.block)}`
        : headerName(plan.blocks[place.block]);
    case 'block':
      return several ? blockName(place.block) : msg`the whole block`;
    case 'set':
      return plan.watering.sets.find((s) => s.id === place.set)?.name ?? msg`sets`;
    case 'run':
      return `${several ? `${blockName(place.block)}, ` : ''}${bedName(plan.blocks[place.block], place.bed)}`;
  }
}

/** The source that the sets draw on in which something holds, where that is one and another than the plan's. */
function drawnBy({ holds }: Finding, plan: FullPlan): string | undefined {
  const ids = new Set(
    holds.map((h) => plan.watering.sets.find((s) => s.id === h.set)?.source ?? plan.sourceId),
  );
  const [id] = ids;
  return ids.size === 1 && id !== plan.sourceId ? plan.sources.find((s) => s.id === id)?.name : undefined;
}

/** Names of more places than this are counted. */
const MOST_NAMED = 3;

function whereWords(finding: Finding, plan: FullPlan): string {
  const others = finding.also.map((o) => placeWords(o.place, plan));
  const named = others.slice(0, MOST_NAMED).join('; ');
  const left = others.length - MOST_NAMED;
  const more = others.length === 0 ? '' : msg`; also ${named}${left > 0 ? msg` and ${left} more` : ''}`;
  const own = finding.place.kind === 'source' && drawnBy(finding, plan);
  return (own || placeWords(finding.place, plan)) + more;
}

/** In which states of the plan something holds; empty where it holds in all, or hangs on none. */
export function whenWords(holds: readonly Holds[], sets: readonly { id: string; name: string }[]): string {
  if (holds.length === 0) return '';
  const said: string[] = [];
  const own = new Set(holds.flatMap((h) => h.set ?? []));
  if (sets.length > 1 && own.size > 0 && own.size < sets.length) {
    const names = sets.filter((s) => own.has(s.id)).map((s) => s.name);
    said.push(
      msg`in ${names.slice(0, MOST_NAMED).join(', ')}${names.length > MOST_NAMED ? msg` and others` : ''}`,
    );
  }
  if (holds.every((h) => h.backup)) said.push(msg`on the backup`);
  if (holds.every((h) => h.high)) said.push(msg`when the water is high`);
  if (holds.every((h) => h.dirty)) said.push(msg`when the filter is due for cleaning`);
  return said.join(', ');
}

/**
 * Puts a finding into words in the units chosen.
 * @param stated the plan as stated: then what rests on figures that nobody has given is said
 */
export function describe(finding: Finding, plan: FullPlan, choice: UnitChoice, stated?: Plan): Words {
  const kind = kindOfCode(finding.code);
  const told = kind.words(spoken(finding), (value, of) => format(value, of, choice));
  return {
    ...told,
    // A title may begin with what a set, a part or a block is called.
    title: capital(told.title),
    where: whereWords(finding, plan),
    whenOpen: whenWords(finding.holds, plan.watering.sets),
    restsOn: stated ? figuresOf(kind, finding.place, stated, plan).join(msg` and `) : '',
  };
}
