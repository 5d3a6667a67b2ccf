import type { Highs } from 'highs';
import type { LinearSolver } from '../core/works';

/** A model that takes longer is given up: what is cut without it stands, s. */
const MOST_SECONDS = 4;

/** Answers kept: most edits leave most lines of a list as they are. */
const MOST_ANSWERS = 60;
const answers = new Map<string, ReturnType<LinearSolver>>();

/** HiGHS as the core asks it. */
export const linearSolver =
  (highs: Highs): LinearSolver =>
  (model) => {
    const known = answers.get(model);
    if (known) return known;
    const answer = highs.solve(model, { output_flag: false, time_limit: MOST_SECONDS } as never);
    const columns = answer.Columns as Record<string, { Primal: number }>;
    const rows = answer.Rows as { Dual?: number }[];
    const read = {
      solved: answer.Status === 'Optimal',
      objective: answer.ObjectiveValue,
      values: Object.fromEntries(Object.entries(columns).map(([name, c]) => [name, c.Primal])),
      duals: rows.map((r) => r.Dual ?? 0),
    };
    if (answers.size >= MOST_ANSWERS) answers.delete(answers.keys().next().value!);
    answers.set(model, read);
    return read;
  };
