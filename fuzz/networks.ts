import fc from 'fast-check';
import { anyLoops } from '../src/core/hydraulics/network/anyLoops.testing';
import { anyNetwork } from '../src/core/hydraulics/network/anyNetwork.testing';
import { createNetworkSolver, type NetworkSpec } from '../src/core/hydraulics/network';
import { createRunStore } from '../src/core/hydraulics/network/runStore';
import { Budget, type Found, type Report } from './report';

/** A network may take no longer, ms. */
const BUDGET_MS = 5_000;
/** One whose loops hold parts that open and shut is solved many times over, ms. */
const LOOPS_BUDGET_MS = 20_000;
/** What flows in and out may differ by this share, and by this much, L/h. */
const BALANCE = 1e-6;

/** What is wrong with a network's answer; nothing where all is in order. */
function wrongWith(network: NetworkSpec, budget: Budget): string | undefined {
  const solver = createNetworkSolver(createRunStore(budget.checkpoint));
  const solution = solver.solve(network);
  const numbers = [
    solution.supply.flowLph,
    solution.supply.pressureKpa,
    ...solution.nodeKpa,
    ...solution.linkLph,
    ...solution.laterals,
  ];
  if (!numbers.every(Number.isFinite)) return 'a number is none';
  const fields = solution.laterals.length / network.laterals.length;
  let out = 0;
  for (let i = 0; i < network.laterals.length; i++) out += solution.laterals[i * fields + 6];
  if (Math.abs(out - solution.supply.flowLph) > BALANCE * Math.max(1, out))
    return `mass is not kept: ${solution.supply.flowLph} in, ${out} out`;
  if (network.laterals.some((_, i) => solution.laterals[i * fields + 6] < 0))
    return 'water flows out of a run';
  return undefined;
}

/** Of so many networks one more is drawn with loops that hold regulators and parts of a fixed loss. */
const PER_LOOP = 25;

/** Random networks through the solver. */
export function fuzzNetworks(count: number, seed: number, report: Report): Found {
  const loops = Math.ceil(count / PER_LOOP);
  const found = report.begin('random networks', count + loops);
  const solve = (network: NetworkSpec, name: string, budgetMs: number): void => {
    const budget = new Budget(budgetMs);
    report.alive(`${name} of seed ${seed}`);
    try {
      const wrong = wrongWith(network, budget);
      if (wrong) found.wrong(wrong, `${name}: ${JSON.stringify(network)}`);
    } catch (error) {
      found.wrong((error as Error).message, `${name}: ${JSON.stringify(network)}`);
    }
    found.took(budget.spentMs());
  };
  // In portions, so that a network is known again by its seed and place.
  const portion = 1000;
  for (let done = 0; done < count; done += portion)
    fc.sample(anyNetwork, { seed: seed + done, numRuns: Math.min(portion, count - done) }).forEach(
      (network, i) => solve(network, `network ${done + i}`, BUDGET_MS),
    );
  fc.sample(anyLoops, { seed, numRuns: loops }).forEach((network, i) =>
    solve(network, `loops ${i}`, LOOPS_BUDGET_MS),
  );
  return found;
}
