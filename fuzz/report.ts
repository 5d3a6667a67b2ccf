/** Ends work that takes too long. */
export class OverBudget extends Error {}

/** Time that a piece of work may take. */
export class Budget {
  readonly #began = performance.now();
  constructor(readonly ms: number) {}
  spentMs = (): number => performance.now() - this.#began;
  checkpoint = (): void => {
    if (this.spentMs() > this.ms) throw new OverBudget(`over its budget of ${this.ms} ms`);
  };
}

const SHOWN = 5;
const CUT = 600;

/** What came of one kind of trial. */
export class Found {
  done = 0;
  slowestMs = 0;
  readonly faults = new Map<string, { count: number; examples: string[] }>();
  readonly counts: Record<string, number> = {};
  constructor(
    readonly kind: string,
    readonly wanted: number,
  ) {}
  took(ms: number): void {
    this.done++;
    this.slowestMs = Math.max(this.slowestMs, ms);
  }
  count(what: string): void {
    this.counts[what] = (this.counts[what] ?? 0) + 1;
  }
  wrong(what: string, example: string): void {
    // Faults that differ only in their numbers are one.
    const kind = what.replace(/-?\d+(\.\d+)?(e[-+]?\d+)?/g, '#').slice(0, 160);
    const fault = this.faults.get(kind) ?? { count: 0, examples: [] };
    fault.count++;
    if (fault.examples.length < SHOWN) fault.examples.push(`${what.slice(0, 200)}  ${example.slice(0, CUT)}`);
    this.faults.set(kind, fault);
  }
  get faultCount(): number {
    return [...this.faults.values()].reduce((n, f) => n + f.count, 0);
  }
}

/** Gathers what was found, and tells whoever looks on that work goes on. */
export class Report {
  readonly all: Found[] = [];
  constructor(readonly alive: (at: string) => void) {}
  begin(kind: string, wanted: number): Found {
    const found = new Found(kind, wanted);
    this.all.push(found);
    return found;
  }
}

/** Numbers by lot, the same for the same seed (Park & Miller). */
export function lot(seed: number): () => number {
  let s = (Math.abs(Math.floor(seed)) % 2147483646) + 1;
  return () => (s = (s * 16807) % 2147483647) / 2147483647;
}
export const pick = <T>(random: () => number, list: readonly T[]): T =>
  list[Math.floor(random() * list.length)];
