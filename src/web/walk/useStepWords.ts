import { BACKFLOWS, FILTERS, pipeKind } from '../../core/catalog/parts';
import { riseKpa, type WalkStep } from '../../core/network';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';

/** Changes smaller than this are shown as none, kPa. */
const NO_CHANGE_KPA = 0.02;
const WIDE_PX = 108;

/** The walk's steps in words. */
export function useStepWords() {
  const plan = usePlan();
  const settings = useSettings();

  function name(step: WalkStep, px = Infinity): string {
    const wide = px > WIDE_PX;
    switch (step.kind) {
      case 'rest':
        return plan.source.kind === 'tank' ? 'low water' : wide ? `${plan.source.name} shut` : 'shut';
      case 'drawing':
        return wide ? `drawing ${settings.show(step.flowLph, 'flow')}` : 'drawing';
      case 'backflow':
        return 'backflow';
      case 'filter':
        return 'filter';
      case 'main':
        return wide ? `main ${settings.show(step.lengthM, 'length')}` : 'main';
      case 'regulator':
        return 'regulator';
      case 'header':
        return wide ? `header ${settings.show(step.lengthM, 'length')}` : 'header';
      case 'run':
        return wide ? `run ${settings.show(step.lengthM, 'length')}` : 'run';
    }
  }

  function change(step: WalkStep): string {
    if (step.kind === 'rest') return settings.show(step.afterKpa, 'pressure');
    const by = step.afterKpa - step.beforeKpa;
    if (Math.abs(by) < NO_CHANGE_KPA) return '0';
    const { number } = settings.parts(Math.abs(by), 'pressure');
    if (Number(number) === 0) return '0';
    return `${by < 0 ? '−' : '+'}${number}`;
  }

  function sentence(step: WalkStep): string {
    const what: Record<WalkStep['kind'], string> = {
      rest: `${plan.source.name} with nothing drawn`,
      drawing: `${plan.source.name} while it gives ${settings.show(step.flowLph, 'flow')}`,
      backflow: BACKFLOWS.find((p) => p.id === plan.full.head.backflow.part)?.name ?? 'backflow',
      filter: FILTERS.find((p) => p.id === plan.full.head.filter.part)?.name ?? 'filter',
      main: `main, ${pipeKind(plan.block.main.pipe).name}, ${settings.show(step.lengthM, 'length')}`,
      regulator: `regulator set to ${settings.show(plan.block.regulator.setKpa, 'pressure')}`,
      header: `header, ${pipeKind(plan.block.header.pipe).name}, ${settings.show(step.lengthM, 'length')} to the take-off`,
      run: `run, ${settings.show(step.lengthM, 'length')} to the emitter`,
    };
    const rise = riseKpa(step);
    const ground =
      Math.abs(rise) < NO_CHANGE_KPA
        ? ''
        : `, of it ${settings.show(Math.abs(rise), 'pressure')} ${rise > 0 ? 'taken by the rise' : 'given by the fall'} of the ground`;
    return `${what[step.kind]}: ${change(step)}${ground}, leaves ${settings.show(step.afterKpa, 'pressure')}`;
  }

  return { name, change, sentence };
}
