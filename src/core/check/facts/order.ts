import { msg } from '../../language';
import { isFilter, isTimed } from '../../catalog/headParts';
import type { Part } from '../../plan';

/**
 * What the order of some parts in line means, where growers are of two schools: neither is a fault.
 */
export function orderSays(parts: readonly Part[]): string[] {
  const says: string[] = [];
  const filter = parts.findIndex((p) => isFilter(p.role));
  const timed = parts.findIndex((p) => isTimed(p.role));
  const regulator = parts.findIndex((p) => p.role === 'regulator');
  if (filter >= 0 && timed >= 0) {
    says.push(
      timed < filter
        ? msg`The ${parts[timed].name} comes before the filter: this keeps standing pressure off the filter between waterings, but grit reaches the valve.`
        : msg`The ${parts[timed].name} comes after the filter: it gets clean water, but the filter stands under full pressure day and night.`,
    );
  }
  if (filter >= 0 && regulator >= 0) {
    says.push(
      regulator < filter
        ? msg`The regulator comes before the filter: this keeps high pressure off the filter, but as it gets dirty the beds get less; a gauge after the regulator shows it.`
        : msg`The regulator comes after the filter: it gets clean water and makes up for a dirty filter, as long as enough pressure is left.`,
    );
  }
  return says;
}
