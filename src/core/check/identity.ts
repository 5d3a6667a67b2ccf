import type { Found, Place } from './finding';
import type { FindingKind, Spoken } from './kind';

/** A place by what it is the same in two versions, and in all states, of a plan: of a run only its block, for the worst run may be another. */
function placeKey(place: Place): string {
  switch (place.kind) {
    case 'run':
    case 'block':
      return `block ${place.block}`;
    case 'header':
      return `header ${place.block}`;
    case 'part':
      return `part ${place.place} ${place.id}`;
    case 'main':
      return `main ${place.to}`;
    case 'set':
      return `set ${place.set}`;
    default:
      return place.kind;
  }
}

/** What one finding is the same by: its kind and place, and what its kind tells apart in one place. */
export const idOf = (kind: FindingKind, found: Found): string =>
  [kind.code, placeKey(found.place), kind.apart?.(found as Spoken<Found['says']>) ?? ''].join(' ').trim();
