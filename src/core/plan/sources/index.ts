import { over } from '../fields/over';
import type { Stated } from '../fields/stated';
import { bowser } from './bowser';
import type { Incoming, SourceKindOf } from './kind';
import { pump, type SurfacePump } from './pump';
import type { Pumped } from './pumped';
import { boosterOf, SITE, type Site } from './site';
import { storedLevelM, type Stored } from './stored';
import { tank } from './tank';
import { tap } from './tap';
import { well, type Well } from './well';

/** The kinds of source there are, in the order they are offered. */
const KINDS = [tap, well, pump, tank, bowser] as const;

export type * from './kind';
export type { Booster, Site } from './site';
export type { Pumped, Vessel } from './pumped';
export type { Stored } from './stored';
export type { Measure, SourceQuestion } from './questions';
export { curveIn, HELD, leastLphOf } from './pumped';
export { siteFields } from './site';
export { saneCurve } from './curve';
export { storedLevelM };

type Kinds = (typeof KINDS)[number];
/** Any source, without what joins it to others. */
export type AnySource = NonNullable<Kinds['source']>;
export type SourceKind = AnySource['kind'];
type KindOf<K extends SourceKind> = Extract<Kinds, { kind: K }>;
/** What may be stated of a source of a kind, beside where it stands. */
export type StatedOf<K extends SourceKind> = Stated<
  Site &
    Pick<
      Extract<AnySource, { kind: K }>,
      Extract<NonNullable<KindOf<K>['states']>, keyof Extract<AnySource, { kind: K }>>
    >
>;

/** One that does for any source: each reads only those of its kind. */
type Any = SourceKindOf<AnySource, never>;
const byKind = new Map<string, Any>(KINDS.map((k) => [k.kind, k as unknown as Any]));

export const SOURCE_KINDS: readonly Any[] = [...byKind.values()];
/** The kind of a source: all there is to say of it. */
export const kindOf = ({ kind }: { kind: SourceKind }): Any => byKind.get(kind)!;
/** What a new plan asks of a source, by kind. */
export const QUESTIONS = Object.fromEntries(KINDS.map((k) => [k.kind, k.questions])) as {
  [K in SourceKind]: KindOf<K>['questions'];
};

type Own = { kind: SourceKind };
const presses = (s: Own, by: Any['by']): boolean => kindOf(s).by === by;

/** Water of the mains. */
export const isMains = (s: Own): boolean => presses(s, 'mains');
/** Water that stands high and is stored there. */
export const isStored = <S extends Own>(s: S | undefined): s is Extract<S, Stored> =>
  s !== undefined && presses(s, 'height');
/** Water that a pump lifts. */
export const isPumped = <S extends Own>(s: S | undefined): s is Extract<S, Pumped> =>
  s !== undefined && presses(s, 'pump');
/** A pump that hangs in a well, whose water sinks and lasts. */
export const isWell = <S extends Own>(s: S | undefined): s is Extract<S, Well> =>
  s !== undefined && 'drop' in s;
/** A pump that sucks. */
export const isSucking = <S extends Own>(s: S | undefined): s is Extract<S, SurfacePump> =>
  s !== undefined && 'suction' in s;

const NOTHING: Incoming = { lph: 0 };
/** What runs into a source that stores water. */
export const comesIn = (s: AnySource): Incoming => kindOf(s).comesIn?.(s) ?? NOTHING;

/** A source filled in: what is stated, and what is usual for the rest. */
export function filledIn(stated: StatedOf<SourceKind> & { id: string; kind: SourceKind }): AnySource & {
  id: string;
} {
  const { id, kind } = stated;
  const own = byKind.get(kind)!;
  return {
    ...over({ ...SITE, name: own.words.name }, stated),
    ...own.full(stated as never),
    id,
    kind,
    booster: boosterOf(stated.booster, own.by === 'height'),
  } as unknown as AnySource & { id: string };
}

/** Pressure that a source comes to with no water running and no booster, as far as single fields say it, kPa. */
export const unaidedKpa = (s: AnySource): number => kindOf(s).restKpa(s);
