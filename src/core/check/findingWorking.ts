import { LIMIT_TABLE, type FullPlan, type LimitName } from '../plan';
import { term, type Working } from '../working';
import type { UnitChoice } from '../units';
import type { Finding, FindingCode } from './types';
import { describe } from './words';

/** What a kind of finding compares: the condition that must hold, what is measured and bounded, and where the bound is from. */
interface Comparison {
  holds: string;
  measured: string;
  limit: string;
  source: string | LimitName;
}

const LABEL = 'The label, or the typical part’s until it is read.';
const PRACTICE = 'Growers’ practice and local rules.';

const COMPARED: Partial<Record<FindingCode, Comparison>> = {
  'flow-short': {
    holds: 'Q_asked ≤ Q(p_needed)',
    measured: 'asked',
    limit: 'the source gives at that pressure',
    source: 'The source’s curve with the allowance off; solved demand.',
  },
  'short-when-dirty': {
    holds: 'Q_asked ≤ Q(p_needed + h_dirty)',
    measured: 'asked',
    limit: 'the source gives then',
    source: 'Filters are cleaned when their drop has grown by their label’s dirty loss.',
  },
  'allowance-high': { holds: 'a ≤ a_max', measured: 'planned on', limit: 'usual', source: 'allowance' },
  'emitters-dry': {
    holds: 'p_min > 0',
    measured: 'at the weakest emitter',
    limit: 'foot of its window',
    source: 'Solved emitter by emitter.',
  },
  'emitter-under': {
    holds: 'p_min ≥ p_window',
    measured: 'at the weakest emitter',
    limit: 'foot of its window',
    source: LABEL,
  },
  'emitter-over': {
    holds: 'p_max ≤ p_holds',
    measured: 'at the strongest emitter',
    limit: 'it holds',
    source: LABEL,
  },
  'burst-at-rest': {
    holds: 'p_rest + ρ·g·z ≤ p_holds',
    measured: 'at the lowest tape with nothing drawn',
    limit: 'it holds',
    source: LABEL,
  },
  'run-too-long': {
    holds: 'L ≤ L_max(E)',
    measured: 'longest run at fault',
    limit: 'keeps the wished evenness',
    source: 'Runs solved exactly at this inlet pressure and slope.',
  },
  'thin-line-long': {
    holds: 'L ≤ L_max(E)',
    measured: 'longest line at fault',
    limit: 'keeps the wished evenness',
    source: 'Runs solved exactly at this inlet pressure and slope.',
  },
  'header-small': {
    holds: 'Σh ≤ s · p_feed',
    measured: 'friction to the worst take-off',
    limit: 'bearable',
    source: 'headerShare',
  },
  'main-eats': {
    holds: 'Σh ≤ s · p_source',
    measured: 'friction on the way',
    limit: 'bearable',
    source: 'mainShare',
  },
  'block-uneven': {
    holds: 'E ≥ E_wished',
    measured: 'evenness',
    limit: 'wished',
    source: 'The plan’s own wish.',
  },
  'farm-uneven': {
    holds: 'E ≥ E_wished',
    measured: 'evenness over all blocks of one material',
    limit: 'wished',
    source: 'The plan’s own wish.',
  },
  'material-uneven': {
    holds: '1 − 1.27·CV ≥ E_wished',
    measured: 'at best',
    limit: 'wished',
    source: 'Karmeli & Keller 1975, at one pressure for all.',
  },
  'fast-water': { holds: 'V ≤ V_max', measured: 'speed', limit: 'usual', source: 'velocityMps' },
  surge: {
    holds: 'p + ρ·a·V ≤ p_rating',
    measured: 'pressure and surge together',
    limit: 'it stands',
    source: 'Joukowsky 1898; ratings of the label.',
  },
  'over-rated': {
    holds: 'p_rest ≤ p_rating',
    measured: 'with nothing drawn',
    limit: 'it stands',
    source: LABEL,
  },
  'needs-pressure': { holds: 'p ≥ p_needs', measured: 'there is', limit: 'it needs', source: LABEL },
  'regulator-starved': {
    holds: 'p_in − h ≥ p_set',
    measured: 'it lets out',
    limit: 'set',
    source: 'starvedKpa',
  },
  'regulator-range': {
    holds: 'Q_min ≤ Q ≤ Q_max',
    measured: 'flow through it',
    limit: 'it works with',
    source: LABEL,
  },
  'regulator-uphill': {
    holds: 'ρ·g·z ≤ s · p_set',
    measured: 'gained below it',
    limit: 'bearable',
    source: 'uphillShare',
  },
  'flow-over-rating': { holds: 'Q ≤ Q_max', measured: 'flow through it', limit: 'at most', source: LABEL },
  'flow-under-rating': { holds: 'Q ≥ Q_min', measured: 'flow through it', limit: 'at least', source: LABEL },
  'suction-high': {
    holds: 'NPSH ≥ NPSH_pump + margin',
    measured: 'suction head there is',
    limit: 'wanted',
    source: 'suctionMarginM',
  },
  'never-stops': {
    holds: 'p_shut ≥ p_out',
    measured: 'cut-out',
    limit: 'it comes to',
    source: 'The pump’s own curve.',
  },
  'short-cycling': {
    holds: 'n ≤ n_max',
    measured: 'starts an hour',
    limit: 'usual',
    source: 'startsPerHour',
  },
  'over-yield': {
    holds: 'Q ≤ a · Q_yield',
    measured: 'drawn',
    limit: 'to be planned on',
    source: 'The well’s yield with the allowance off.',
  },
  'spacing-wide': { holds: 'e ≤ s · w', measured: 'spacing', limit: 'strips meet', source: 'spacingShare' },
  'strips-apart': { holds: 'n·w / b ≥ s', measured: 'wetted', limit: 'wanted', source: 'wettedWhole' },
  'runs-few': { holds: 'n·w / b ≥ s', measured: 'wetted', limit: 'at least', source: 'wettedLeast' },
  'runs-many': {
    holds: 'n·w / b ≤ s',
    measured: 'all strips together',
    limit: 'at most',
    source: 'wettedMost',
  },
  puddles: {
    holds: 'r ≤ b / 2n',
    measured: 'radius of the puddle',
    limit: 'keeps it on the bed',
    source: 'Wooding 1968.',
  },
  'runs-uphill': {
    holds: 'i ≤ i_max',
    measured: 'steepest rise',
    limit: 'hardly matters',
    source: 'uphillRun',
  },
  'beds-unlike': {
    holds: 'q_most / q_least ≤ s',
    measured: 'times as much',
    limit: 'at most',
    source: 'unlikeRates',
  },
  'wears-out': {
    holds: 'n ≤ n_lasts',
    measured: 'seasons wished',
    limit: 'commonly lasts',
    source: 'Growers’ common experience, by kind and wall.',
  },
  'no-vent': {
    holds: 'z − z_neighbours < h',
    measured: 'height of the high point',
    limit: 'without a vent',
    source: 'highPointM',
  },
};

const isLimit = (source: string): source is LimitName => source in LIMIT_TABLE;

/**
 * How a finding was come by, from its own numbers: what must hold, what is there, and by how much it is missed. Of what
 * is there or not there (a part left out) nothing is reckoned; then its reason is told.
 */
export function findingWorking(finding: Finding, plan: FullPlan, choice: UnitChoice): Working {
  const words = describe(finding, plan, choice);
  const compared = COMPARED[finding.code];
  const { measured, limit, margin, kind } = finding;
  if (!compared)
    return {
      title: words.title,
      says: `${words.howMuch} ${words.why}`,
      formula: 'there, or not there',
      terms: [],
      result: term('', 'to be looked at', 1, 'count'),
      source: PRACTICE,
    };
  return {
    title: words.title,
    says: words.howMuch,
    formula: compared.holds,
    terms: [
      term('', compared.measured, measured, kind),
      isLimit(compared.source)
        ? term('', compared.limit, limit, kind, `wishes.limits.${compared.source}`)
        : term('', compared.limit, limit, kind),
    ],
    result: term('', 'missed by', margin, kind),
    source: isLimit(compared.source) ? LIMIT_TABLE[compared.source].source : compared.source,
  };
}
