import { msg } from '../language';
import type { Change } from './types';

/**
 * The usual caution where a change can hurt someone, deferring to local rules and licensed people; nothing where it cannot.
 */
export function cautionOf(change: Change): string | undefined {
  switch (change.kind) {
    case 'raise-tank':
      return msg`A tank weighs 1 kg per litre. Above about 1 m or 200 kg somebody competent must design the stand; level footing, tied back.`;
    case 'pressure-tank':
    case 'tank-size':
    case 'cut-out':
    case 'lower-pump':
    case 'lift-flow':
    case 'booster':
      return msg`Pump and well electrics are work for a licensed electrician.`;
    case 'backup-apart':
      return msg`Local water rules and licensed plumbers decide how supplies are kept apart.`;
    case 'add-part':
    case 'swap-part':
      if (/check|breaker|reduced-pressure/.test(change.part))
        return msg`Local water rules and licensed plumbers decide which backflow preventer is needed.`;
      return change.part === 'relief'
        ? msg`Lead what a relief valve lets out to where it hurts nobody.`
        : undefined;
    case 'main-size':
    case 'piece-size':
      return msg`Before digging, have buried cables and pipes located.`;
    default:
      return undefined;
  }
}

/** Cautions of some changes, each once. */
export const cautionsOf = (changes: readonly Change[]): string[] => [
  ...new Set(changes.flatMap((c) => cautionOf(c) ?? [])),
];
