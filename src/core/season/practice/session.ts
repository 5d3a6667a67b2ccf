import type { Point } from '../../ground';
import { diagnose, type Diagnosis } from '../diagnosis/diagnose';
import type { Hidden } from './hidden';
import { nextReadings, type Next } from '../diagnosis/nextReading';
import type { Reading } from '../diagnosis/types';

/** Surer than this of one thing nothing more is read. */
export const SURE = 0.98;

/** One reading that was chosen and taken, and what was thought then. */
export interface Step {
  next: Next;
  reading: Reading;
  diagnosis: Diagnosis;
}

/** Where one goes on from: where the last reading was taken, or at the source. */
export const standing = (last: Next | undefined, source: Point): Point => last?.spot.point ?? source;

/**
 * Looks for what is wrong, as one who knows: reads what tells most for the way to it, until it is sure or has read enough.
 * @param most readings
 */
export function search(
  hidden: Hidden,
  most: number,
  first: readonly Reading[] = [],
): { steps: Step[]; diagnosis: Diagnosis } {
  const { library } = hidden;
  const { head } = library.farm.results.layout;
  const readings = [...first];
  let diagnosis = diagnose([library], readings);
  const steps: Step[] = [];
  while (steps.length < most) {
    // One fault may be sure and still not explain everything: what is sure must be all of it.
    if (diagnosis.atoms[0].chance > SURE) break;
    const next = nextReadings(
      library,
      [library],
      diagnosis.atoms,
      readings,
      standing(steps.at(-1)?.next, [head.xM, head.yM]),
    )[0];
    if (!next) break;
    const reading = hidden.read(next.spot.id);
    readings.push(reading);
    diagnosis = diagnose([library], readings);
    steps.push({ next, reading, diagnosis });
  }
  return { steps, diagnosis };
}
