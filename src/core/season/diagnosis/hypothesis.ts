import type { Instance } from './evidence';
import type { Signature } from './library';
import type { Fault } from './types';

/** One fault with all that it may be: its sizes against the readings. */
export interface Hypothesis {
  fault: Fault;
  signature: Signature;
  instances: Instance[];
  /** Log likelihood of each instance. */
  logs: number[];
  /** Log of its prior. */
  prior: number;
  /** Log of prior times likelihood, over all sizes. */
  log: number;
}
