import { pipeKind } from '../../catalog/pipes';
import type { PipePiece } from './pipeTypes';

/** Fields of a stated object over defaults; `undefined` counts as not stated. */
export function over<T extends object>(defaults: T, stated: object | undefined): T {
  const result = { ...defaults } as Record<string, unknown>;
  for (const [key, value] of Object.entries(stated ?? {})) if (value !== undefined) result[key] = value;
  return result as T;
}

/** A pipe's kind settles its bore and roughness, unless they are stated. */
export function piece<T extends object>(
  stated: { pipe?: string } | undefined,
  pipe: string,
  more: T,
): PipePiece & T {
  const kind = pipeKind(stated?.pipe ?? pipe);
  return over({ pipe: kind.id, boreMm: kind.boreMm, hazenWilliamsC: kind.c, ...more }, stated);
}
