import type { Figure, Layer, Role } from './figures';
import { classOf } from './pressureScale';

/** An emitter on the sheet, and the pressures at which it works, kPa. */
export interface EmitterAt {
  xM: number;
  yM: number;
  kpa: number;
  footKpa: number;
  maxKpa: number;
}

/** Emitters as dots, by whether they are inside their window. */
export function emittersLayer(emitters: readonly EmitterAt[]): Layer {
  const by = new Map<Role, number[][]>([
    ['emitter', []],
    ['weak-emitter', []],
    ['strained-emitter', []],
  ]);
  for (const { xM, yM, kpa, footKpa, maxKpa } of emitters) {
    const state = classOf(kpa, footKpa, maxKpa);
    const role: Role = state === 'under' ? 'weak-emitter' : state === 'over' ? 'strained-emitter' : 'emitter';
    by.get(role)!.push([xM, yM]);
  }
  return {
    key: 'emitters',
    frame: undefined,
    figures: [...by].flatMap(([role, lines]): Figure[] => (lines.length > 0 ? [{ role, lines }] : [])),
  };
}
