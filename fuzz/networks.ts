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

/** Random networks through the solver. */
export function fuzzNetworks(count: number, seed: number, report: Report): Found {
  const found = report.begin('random networks', count);
  // In portions, so that a network is known again by its seed and place.
  const portion = 1000;
  for (let done = 0; done < count; done += portion) {
    // One in ten has loops, with regulators and parts of a fixed loss inside them.
    fc.sample(fc.oneof({ arbitrary: anyNetwork, weight: 9 }, { arbitrary: anyLoops, weight: 1 }), {
      seed: seed + done,
      numRuns: Math.min(portion, count - done),
    }).forEach((network, i) => {
      const budget = new Budget(network.ties ? LOOPS_BUDGET_MS : BUDGET_MS);
      report.alive(`network ${done + i} of seed ${seed}`);
      try {
        const wrong = wrongWith(network, budget);
        if (wrong) found.wrong(wrong, `network ${done + i}: ${JSON.stringify(network)}`);
      } catch (error) {
        found.wrong((error as Error).message, `network ${done + i}: ${JSON.stringify(network)}`);
      }
      found.took(budget.spentMs());
    });
  }
  return found;
}
