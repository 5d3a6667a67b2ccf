import { msg } from '../../language';
import {
  isClamped,
  isGlued,
  isTaped,
  madeJoints,
  type Farm,
  type Item,
  type Show,
  type Thing,
  type Where,
} from '../../farm';
import { mainEndName, type FarmLayout } from '../../layout';
import type { FullPlan } from '../../plan';
import { TWO_SHARE } from './tables';

/** A step of the work. */
export interface Step {
  id: string;
  title: string;
  /** What is done, sentence by sentence. */
  does: string[];
  /** What others did wrong here. */
  mistakes: string[];
  /** What to have at hand. */
  tools: string[];
  /** How to see that it is right. */
  check: string;
  cautions: string[];
  /** Hours for one, and hours that two are at it together. */
  hours: number;
  hoursTwo: number;
  dry: boolean;
  warm: boolean;
  helper: boolean;
  at: Where;
  /** What is put in its place, by the things' ids. */
  things: string[];
}

/** Joints that are made in one place. */
export interface MadeThere {
  count: number;
  clamped: boolean;
  taped: boolean;
  glued: number;
}

/** What steps are made from. */
export interface StepMaker {
  plan: FullPlan;
  layout: FarmLayout;
  all: Farm;
  /** Writes quantities in the reader's units. */
  shown: Show;
  steps: Step[];
  /** @param puts which things it puts in their place, where no step before it did */
  step(
    id: string,
    title: string,
    counted: number,
    at: Where,
    more: Partial<Step>,
    puts?: (t: Thing) => boolean,
  ): void;
  /** What a piece of the main leads to, by name. */
  leadsTo(to: string): string;
  joints(at: Where): MadeThere;
  /** How many of a group's items are used in one place. */
  used(at: Where, group: Item['group'], starts?: string): number;
}

export function createStepMaker(plan: FullPlan, shown: Show, layout: FarmLayout, all: Farm): StepMaker {
  const steps: Step[] = [];
  const left = new Set(all.things);
  return {
    plan,
    layout,
    all,
    shown,
    steps,
    step(id, title, counted, at, more, puts) {
      const things = puts ? takeThings(left, puts) : [];
      const hours = plan.build.hours[id] ?? counted;
      steps.push({
        id,
        title,
        does: [],
        mistakes: [],
        tools: [],
        check: '',
        cautions: [],
        dry: false,
        warm: false,
        helper: false,
        at,
        things,
        ...more,
        hours,
        hoursTwo: hours * TWO_SHARE,
      });
    },
    leadsTo: (to) => mainEndName(plan, to),
    joints(at) {
      const made = all.meetings
        .filter((m) => m.at.place === at.place && m.at.id === at.id)
        .flatMap(madeJoints);
      return {
        count: made.length,
        clamped: made.some(isClamped),
        taped: made.some(isTaped),
        glued: made.filter(isGlued).length,
      };
    },
    used: (at, group, starts = '') =>
      all.things
        .filter(
          (u) =>
            u.at.place === at.place &&
            u.at.id === at.id &&
            u.item.group === group &&
            u.item.id.startsWith(starts),
        )
        .reduce((n, u) => n + u.count, 0),
  };
}

/** Takes out of what is left to be put what a step puts; @returns their ids */
function takeThings(left: Set<Thing>, puts: (t: Thing) => boolean): string[] {
  const taken: string[] = [];
  for (const t of left)
    if (puts(t)) {
      left.delete(t);
      taken.push(t.id);
    }
  return taken;
}

/** What others did wrong at joints of these kinds. */
export const habits = (j: MadeThere): string[] => [
  ...(j.clamped
    ? [msg`Clamps go onto the pipe before the fitting goes in: two at each barb, screws on opposite sides.`]
    : []),
  ...(j.glued > 0
    ? [
        msg`Put everything together dry first and mark it; cement sets in seconds and nothing comes apart again.`,
      ]
    : []),
  ...(j.taped
    ? [
        msg`Thread tape goes on pipe threads only, five turns the way the thread tightens; hose threads have a washer and need none: tighten by hand, then a quarter turn more.`,
      ]
    : []),
];
