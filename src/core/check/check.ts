import type { PlanResults } from '../network';
import type { FullPlan } from '../plan';
import { blockUneven } from './findings/blockUneven';
import { burstAtRest } from './findings/burstAtRest';
import { emitterOver } from './findings/emitterOver';
import { emitterUnder } from './findings/emitterUnder';
import { flowShort } from './findings/flowShort';
import { headerSmall } from './findings/headerSmall';
import { mainEats } from './findings/mainEats';
import { regulatorStarved } from './findings/regulatorStarved';
import { runTooLong } from './findings/runTooLong';
import type { Check, Finding, Grade } from './types';

/** Every kind of finding, in the order they are told within a grade. */
const CHECKS: readonly Check[] = [
  burstAtRest,
  emitterOver,
  flowShort,
  emitterUnder,
  regulatorStarved,
  mainEats,
  headerSmall,
  runTooLong,
  blockUneven,
];

const GRADES: readonly Grade[] = ['stop', 'mend', 'mind', 'note'];

/** All that is found on a solved plan, gravest first. */
export function findAll(plan: FullPlan, results: PlanResults, blockIndex = 0): Finding[] {
  const found = CHECKS.map((check) => check(plan, results, blockIndex)).filter(
    (f): f is Finding => f !== undefined,
  );
  return found.sort((a, b) => GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade));
}
