import { HEAD_PARTS, type PartKind } from '../../catalog/headParts';
import { over } from '../fields/over';
import type { Part, StatedPart } from './types';

const UNKNOWN_PART = HEAD_PARTS.find((p) => p.id === 'adaptor')!;

/** A part with its label: a typical part's, or the plan's own. */
export function fullPart(stated: StatedPart, own: readonly PartKind[]): Part {
  const kind =
    own.find((p) => p.id === stated.kind) ?? HEAD_PARTS.find((p) => p.id === stated.kind) ?? UNKNOWN_PART;
  return over({ ...kind, id: stated.id, kind: stated.kind }, { ...stated });
}
