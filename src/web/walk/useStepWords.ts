import { msg } from '../../core/language';
import { pipeKind } from '../../core/catalog/pipes';
import { riseKpa, type WalkStep } from '../../core/network';
import { ROLE_WORDS } from '../../core/catalog/headParts';
import { bedWord, isStored, isWell, onlyPlaces } from '../../core/plan';
import { textWidth, type TextType } from '../parts/textWidth';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';

/** Changes smaller than this are shown as none, kPa. */
const NO_CHANGE_KPA = 0.02;
const WIDE_PX = 108;
/** Names are set in this, and stand so far from each other, px. */
export const STEP_TYPE: TextType = { px: 12.5, weight: 700, mono: false };
const GAP_PX = 6;
/** Letters left of a part's name where there is no room for more. */
const SHORT_LETTERS = 5;

/** The walk's steps in words. */
export function useStepWords() {
  const plan = usePlan();
  const settings = useSettings();
  const results = useResults();
  const walkBlock = (): number => results.walk?.block ?? 0;

  function name(step: WalkStep, px = Infinity): string {
    const wide = px > WIDE_PX;
    const fits = (...words: string[]): string =>
      words.find((w) => textWidth(w, STEP_TYPE) < px - GAP_PX) ?? words[words.length - 1];
    const length = settings.show(step.lengthM, 'length');
    switch (step.kind) {
      case 'rest':
        if (isStored(plan.source)) return plan.source.level === 'held' ? msg`held water` : msg`low water`;
        return fits(msg`${plan.source.name} shut`, msg`shut`);
      case 'drawing':
        return wide ? msg`drawing ${settings.show(step.flowLph, 'flow')}` : msg`drawing`;
      case 'draw':
        return fits(msg`the well sinks`, msg`sinks`);
      case 'lift':
        return isWell(plan.source) ? fits(msg`lift and drop pipe`, msg`lift`) : fits(msg`suction`, msg`lift`);
      case 'switch':
        return fits(msg`pump at cut-in`, msg`cut-in`);
      case 'boost':
        return 'booster';
      case 'hold':
        return 'held';
      case 'join':
        return fits(msg`to the head ${length}`, msg`pipe`);
      case 'part': {
        const role = ROLE_WORDS[step.step!.part.role];
        const [word] = role.split(/[ -]/);
        return fits(role, word, `${word.slice(0, SHORT_LETTERS)}.`);
      }
      case 'main':
        return fits(msg`main ${length}`, msg`main`);
      case 'header':
        return onlyPlaces(plan.blocks[walkBlock()])
          ? fits(msg`small pipe ${length}`, msg`pipe`)
          : fits(msg`header ${length}`, msg`header`);
      case 'run':
        return bedWord(plan.blocks[walkBlock()], results.walk?.bed) === 'plant'
          ? fits(msg`to the plant ${length}`, msg`plant`)
          : fits(msg`run ${length}`, msg`run`);
    }
  }

  /** Several parts drawn as one. */
  const nameOf = (steps: readonly WalkStep[], px = Infinity): string =>
    steps.length === 1 ? name(steps[0], px) : msg`${steps.length} parts`;

  return wordsOf(settings, plan, nameOf);
}

/** By how much a step changes the pressure, in the reader’s units. */
function changeBy(settings: ReturnType<typeof useSettings>, step: WalkStep): string {
  if (step.kind === 'rest') return settings.parts(step.afterKpa, 'pressure').number;
  const by = step.afterKpa - step.beforeKpa;
  if (Math.abs(by) < NO_CHANGE_KPA) return '0';
  const { number } = settings.parts(Math.abs(by), 'pressure');
  if (Number(number) === 0) return '0';
  return `${by < 0 ? '−' : '+'}${number}`;
}

/** What each kind of step is called and says. */
function wordsOf(
  settings: ReturnType<typeof useSettings>,
  plan: ReturnType<typeof usePlan>,
  nameOf: (steps: readonly WalkStep[], px?: number) => string,
) {
  function what(step: WalkStep): string {
    const length = settings.show(step.lengthM, 'length');
    const piece = plan.full.tees.find((t) => step.key === `main ${t.id}`)?.main;
    const block = plan.blocks.find((b) => step.key === `main ${b.id}` || step.key === `header ${b.id}`);
    switch (step.kind) {
      case 'rest':
        return msg`${plan.source.name} with no water running`;
      case 'drawing':
        return msg`${plan.source.name} while it gives ${settings.show(step.flowLph, 'flow')}`;
      case 'draw':
        return msg`the water in the well sinks while ${settings.show(step.flowLph, 'flow')} is drawn`;
      case 'lift':
        return msg`lift and friction of ${length} of pipe before the head`;
      case 'switch':
        return msg`pressure tank, planned at cut-in`;
      case 'boost':
        return 'booster';
      case 'hold':
        return msg`what the booster’s drive holds`;
      case 'join':
        return msg`pipe of ${length} to the head`;
      case 'part': {
        const { part } = step.step!;
        return part.role === 'regulator'
          ? msg`regulator set to ${settings.show(part.setKpa, 'pressure')}`
          : part.name;
      }
      case 'main':
        return msg`main, ${pipeKind((piece ?? block?.main ?? plan.block.main).pipe).name}, ${length}`;
      case 'header':
        return msg`header, ${pipeKind((block ?? plan.block).header.pipe).name}, ${length} to the take-off`;
      case 'run':
        return msg`run, ${length} to the emitter`;
    }
  }

  function sentence(step: WalkStep): string {
    const rise = riseKpa(step);
    const ground =
      Math.abs(rise) < NO_CHANGE_KPA
        ? ''
        : msg`, of it ${settings.show(Math.abs(rise), 'pressure')} ${rise > 0 ? msg`taken by the rise` : msg`given by the fall`}`;
    return msg`${what(step)}: ${changeBy(settings, step)}${ground}, leaves ${settings.show(step.afterKpa, 'pressure')}`;
  }

  const changeOf = (steps: readonly WalkStep[]): string =>
    changeBy(settings, { ...steps[0], afterKpa: steps.at(-1)!.afterKpa });
  const sentenceOf = (steps: readonly WalkStep[]): string => steps.map(sentence).join('; ');

  return { nameOf, changeOf, sentenceOf };
}
