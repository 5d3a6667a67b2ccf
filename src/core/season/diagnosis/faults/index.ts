import type { Fault, OpenFarm } from '../types';
import { clogged, wrongTape } from './emitters';
import { extraOpen } from './extraOpen';
import { filterLoaded } from './filterLoaded';
import { gaugeLies, meterSlips } from './instruments';
import { siteKey, type FaultKindOf } from './kind';
import { leak, openEnd } from './leaks';
import { regulatorLow, regulatorOpen } from './regulators';
import { pumpWorn, sourceWeak, tankLow, wellFallen } from './sources';
import { airLocked, headerSqueezed, pipeSqueezed } from './squeezed';
import type { FaultKind } from './names';
import { valvePartShut } from './valvePartShut';

export type { FaultKind } from './names';
export { siteKey, type FaultWords, type Show } from './kind';

/** Every kind of fault that is looked for. */
const ALL = [
  filterLoaded,
  clogged,
  leak,
  valvePartShut,
  openEnd,
  sourceWeak,
  pipeSqueezed,
  headerSqueezed,
  extraOpen,
  regulatorOpen,
  regulatorLow,
  gaugeLies,
  pumpWorn,
  tankLow,
  wellFallen,
  wrongTape,
  airLocked,
  meterSlips,
] as const;

/** Nothing, or kinds that are named and made nowhere: those do not compile. */
type Unmade = Exclude<FaultKind, (typeof ALL)[number]['kind']>;
true satisfies [Unmade] extends [never] ? true : Unmade;

export const FAULT_KINDS: readonly FaultKindOf<FaultKind>[] = ALL;
export const faultKindOf = (kind: FaultKind): FaultKindOf<FaultKind> =>
  FAULT_KINDS.find((k) => k.kind === kind)!;

/** Every single fault that a farm may have while a set runs. */
export const faultsOf = (farm: OpenFarm): Fault[] =>
  FAULT_KINDS.flatMap((k) =>
    k.make(farm).map((f): Fault => ({ ...f, kind: k.kind, group: `${k.kind}/${siteKey(f.site)}` })),
  );
