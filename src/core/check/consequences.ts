import type { Found } from './finding';
import { graverOf, isGraver } from './finding';
import { KINDS } from './findings';
import { idOf } from './identity';
import type { FindingKind } from './kind';
import type { State } from './states';

/** A finding of one kind in one state, with its cause in that state. */
export interface InState {
  kind: FindingKind;
  id: string;
  found: Found;
  state: State;
  cause: InState | undefined;
}

const EVERY: readonly FindingKind[] = KINDS;

/**
 * Finds what holds in one state, and which of it is only there because of another: the first cause, in the order of
 * kinds, that the cause's kind says it brings about. A cause is as grave as what comes of it.
 * @param checkpoint called between kinds; what it throws ends the work
 */
export function findIn(state: State, checkpoint: () => void = () => {}): InState[] {
  const found: InState[] = [];
  for (const kind of EVERY) {
    checkpoint();
    if (!kind.find || !(kind.when ?? ['open']).includes(state.how)) continue;
    for (const own of kind.find(state)) {
      // A source that is found at fault while the backup is in use is the backup.
      const place = state.backup && own.place.kind === 'source' ? ({ kind: 'backup' } as const) : own.place;
      const at = { ...own, place };
      found.push({ kind, id: idOf(kind, at), found: at, state, cause: undefined });
    }
  }
  const causes = found.filter((f) => f.kind.brings);
  for (const effect of found)
    effect.cause = causes.find(
      (c) => c !== effect && c.kind.brings![effect.kind.code]?.(effect.found, c.found, state),
    );
  // A chain is as long as causes have causes: as many rounds settle it as there are findings.
  for (let changed = true; changed;) {
    changed = false;
    for (const { found: own, cause } of found) {
      if (!cause || !isGraver(own.grade, cause.found.grade)) continue;
      cause.found = { ...cause.found, grade: graverOf(own.grade, cause.found.grade) };
      changed = true;
    }
  }
  return found;
}
