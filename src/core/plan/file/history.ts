import jsonPatch, { type Operation } from 'fast-json-patch';
import { produce } from 'immer';
import type { Plan } from '../model/types';

/** One step that can be undone: what it changed of the plan, both ways, as JSON Patch (RFC 6902). */
export interface Step {
  /** "shorten bed 14" */
  label: string;
  /** Edits of one movement of the hand, or of one field typed in, are one step. */
  gesture?: string;
  forth: Operation[];
  back: Operation[];
}

/** A plan, the steps that led to it, and those undone, the last of each at the end. */
export interface History {
  plan: Plan;
  past: readonly Step[];
  future: readonly Step[];
}

/** What happens to a history. `again` puts another step in the place of the last one, as a movement of the hand goes on. */
export type Happening = { do: 'step' | 'again'; step: Step } | { do: 'undo' } | { do: 'redo' };

/** Steps that are remembered. */
export const MOST_STEPS = 500;

export const begin = (plan: Plan): History => ({ plan, past: [], future: [] });

/** The step from one plan to another. Parts that are the same objects are not looked into. */
export function stepBetween(label: string, before: Plan, after: Plan, gesture?: string): Step {
  return {
    label,
    ...(gesture !== undefined && { gesture }),
    forth: jsonPatch.compare(before, after),
    back: jsonPatch.compare(after, before),
  };
}

/** A step that comes back to where it began changes nothing. */
export const isEmpty = (step: Step): boolean => step.forth.length === 0;

/** A plan with a patch made in it; what the patch does not touch stays the same objects. */
const patched = (plan: Plan, patch: readonly Operation[]): Plan =>
  produce(plan, (draft) => {
    jsonPatch.applyPatch(draft, structuredClone(patch) as Operation[]);
  });

/**
 * A history after something happened to it.
 * @param made the plan after the step, where it is at hand
 * @throws Error where a patch does not fit the plan
 */
export function advance(history: History, happening: Happening, made?: Plan): History {
  const { plan, past, future } = history;
  const last = past.at(-1);
  switch (happening.do) {
    case 'step':
    case 'again': {
      const { step } = happening;
      const goesOn = happening.do === 'again';
      const before = goesOn ? past.slice(0, -1) : past;
      return {
        plan: made ?? patched(goesOn && last ? patched(plan, last.back) : plan, step.forth),
        past: isEmpty(step) ? before : [...before, step].slice(-MOST_STEPS),
        future: [],
      };
    }
    case 'undo':
      if (!last) return history;
      return {
        plan: patched(plan, last.back),
        past: past.slice(0, -1),
        future: [...future, { ...last, gesture: undefined }],
      };
    case 'redo': {
      const next = future.at(-1);
      if (!next) return history;
      return { plan: patched(plan, next.forth), past: [...past, next], future: future.slice(0, -1) };
    }
  }
}

/**
 * A history after many things happened to it, as far as they can be followed.
 * @returns how many could not: after one that cannot, none can
 */
export function replay(
  history: History,
  happenings: readonly Happening[],
): { history: History; lost: number } {
  let now = history;
  for (let i = 0; i < happenings.length; i++) {
    try {
      now = advance(now, happenings[i]);
    } catch {
      return { history: now, lost: happenings.length - i };
    }
  }
  return { history: now, lost: 0 };
}

/** The newest steps that together take no more than so many characters. */
export function newestSteps(steps: readonly Step[], characters: number): Step[] {
  let left = characters;
  let first = steps.length;
  while (first > 0 && (left -= JSON.stringify(steps[first - 1]).length) >= 0) first--;
  return steps.slice(first);
}
