import { msg } from '../../language';
import { KPA_PER_M } from '../../hydraulics/water';
import { HEAD_PARTS, type PartKind } from '../../catalog/headParts';
import { material } from '../../catalog/materials';
import { tapeWallMaxKpa } from '../../catalog/tape';
import { drilledHole } from '../../hydraulics/emitter';
import { SMOOTH_C } from '../../hydraulics/friction';
import { prepareTube, tubeLph } from '../../hydraulics/microtube';
import type { Surface } from '../../ground';
import { fullGround, fullObstacle, HEADLAND_M, surfaceOf, TUNNEL, TYPICAL_BEDS } from './landDefaults';
import { over, piece } from '../fields/over';
import { fullPlaces, SMALL_PIPE } from './placesDefaults';
import { remembering } from './remembering';
import { fullBuild } from './buildDefaults';
import { fullWatering } from './wateringDefaults';
import { fullPart } from './fullPart';
import { passing } from './joins';
import { isStored, kindOf, SOURCE_KINDS, storedLevelM } from '../sources';
import { fullSource } from './sourceDefaults';
import { opensApart, usuallyOpenedBy, withValves } from './switching';
import {
  HEAD,
  PLAN_FORMAT,
  PLAN_VERSION,
  type Block,
  type FarmGround,
  type FullPlan,
  type Header,
  type MainPiece,
  type NamedTape,
  type Obstacle,
  type Outlet,
  type Part,
  type Places,
  type Plan,
  type Ring,
  type Source,
  type SourceKind,
  type Stated,
  type StatedBlock,
  type StatedPart,
  type StatedRing,
  type StatedTee,
  type Tape,
  type Tee,
} from './types';

/** A new plan: one tap, one block, nothing stated. */
export function blankPlan(units: 'us' | 'metric'): Plan {
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    units,
    sources: [{ id: 'source-1', kind: 'tap' }],
    blocks: [{ id: 'block-1' }],
  };
}

/**
 * Loss of a barbed take-off as a fitting loss (K) at the run's bore: its entrance (0.5) and the jet that widens from the
 * barb's bore, about three quarters of the run's (1.0).
 */
const TAKE_OFF_K = 1.5;
/** A microtube's flow is told at this warmth; it is solved at the plan's, °C. */
const TUBE_WATER_C = 20;
/** Two elbows and a tee at the ends of a main, as a fitting loss (K). */
const MAIN_FITTINGS_K = 3;
/** A second header lies at the far end until it is moved. */
const OTHER_HEADER_ALONG = 1;
/** Clear ground between blocks laid side by side without a place of their own, m. */
const BLOCK_GAP_M = 6;

/** The head a plan begins with, by its source. */
export function typicalHead(kind: SourceKind): StatedPart[] {
  const of = (...kinds: string[]): StatedPart[] => kinds.map((k) => ({ id: k, kind: k }));
  return of(...kindOf({ kind }).head);
}

const REGULATED: StatedPart[] = [{ id: 'regulator', kind: 'regulator-mid' }];
/** Plants take little: what regulates rows would not hold their pressure. */
const REGULATED_LOW: StatedPart[] = [{ id: 'regulator', kind: 'regulator-low' }];
const NO_INLET: StatedPart[] = [];
const REGULATOR = HEAD_PARTS.find((p) => p.id === REGULATED[0].kind)!;
/** What stands at a block’s inlet by default: nothing where a tank's water stands too low for a regulator to hold anything. */
const typicalInlet = (waterM: number, blockM: number, plants: boolean): StatedPart[] => {
  if ((waterM - blockM) * KPA_PER_M <= REGULATOR.setKpa) return NO_INLET;
  return plants ? REGULATED_LOW : REGULATED;
};

/** Highest water of a tank that is drawn on, m; no limit for other sources. */
const highestWaterM = (source: Source): number =>
  isStored(source) ? source.heightM + storedLevelM(source, 'best') : Infinity;

/** What is laid, with its label: typical of its kind where nothing is stated. */
function fullTape(stated: Stated<Tape> | undefined): Tape {
  const kind = stated?.kind ?? 'tape';
  const tape: Tape = over(
    { kind, ...material(kind).label, hazenWilliamsC: SMOOTH_C, lies: 'mulch', seasons: 1 },
    stated,
  );
  // What follows from the wall, the drill or the tube, unless the label says otherwise.
  if (kind === 'tape') tape.maxKpa = stated?.maxKpa ?? tapeWallMaxKpa(tape.wallMm, tape.boreMm);
  if (kind === 'drilled' && stated?.flowLph === undefined) {
    const hole = drilledHole(tape.holeMm, tape.spacingM);
    Object.assign(tape, { flowLph: hole.flowLph, atKpa: hole.atKpa });
  }
  if (kind === 'microtubes')
    tape.flowLph = tubeLph(prepareTube(tape.tubeMm, tape.tubeM, TUBE_WATER_C), tape.atKpa);
  return tape;
}

const mainOf = (stated: Stated<MainPiece> | undefined): MainPiece =>
  piece(stated, 'pe-1', { from: HEAD, extraM: 0, minorK: MAIN_FITTINGS_K });

function fullHeader(stated: StatedBlock['header'], usual: string): Header {
  const { steps, second, other, ...rest } = stated ?? {};
  const header = piece(rest, usual, {
    line: 'straight' as Header['line'],
    along: 0,
    feed: 'left' as Header['feed'],
    takeOffK: TAKE_OFF_K,
    throughK: 0,
    staggerM: 0,
  });
  const { link, ...line } = other ?? {};
  return {
    ...header,
    steps: (steps ?? []).map((s) => piece(s, header.pipe, { fromBed: s.fromBed })),
    second: piece(second, header.pipe, { extraM: 0 }),
    ...(other && {
      other: {
        ...piece(line, header.pipe, { line: 'straight' as const, along: OTHER_HEADER_ALONG }),
        link: piece(link, header.pipe, { extraM: 0 }),
      },
    }),
  };
}

const knownBeds = remembering<object, Block['beds']>();
const knownPlaces = remembering<object, Places>();
const knownTape = remembering<object, Tape>();
const NO_BEDS = {};
const NONE: [] = [];

/** What a block's defaults hang on beside its own fields. */
interface Around {
  own: readonly PartKind[];
  tapes: readonly NamedTape[];
  /** The farm's ground, where heights of it were measured. */
  surveyed: Surface | undefined;
  /** Height of the water of a tank that is drawn on; no limit for other sources. */
  waterM: number;
}

function fullBlock(
  stated: StatedBlock,
  i: number,
  xM: number,
  { own, tapes, surveyed, waterM }: Around,
): Block {
  const { outline } = stated;
  const at = { xM: stated.xM ?? xM, yM: stated.yM ?? 0 };
  const heightM = stated.heightM ?? surveyed?.heightAt(at.xM, at.yM) ?? 0;
  const headland = outline ? HEADLAND_M : 0;
  const slopes = stated.ground?.slopeAlong !== undefined || stated.ground?.slopeAcross !== undefined;
  const named = new Set(Object.values(stated.beds?.single ?? {}).map((s) => s.tape));
  if (stated.places?.tape !== undefined) named.add(stated.places.tape);
  const only = stated.places !== undefined && !stated.places.beds;
  return {
    id: stated.id,
    name: stated.name ?? msg`Block ${i + 1}`,
    inUse: stated.inUse ?? true,
    valves: stated.valves ?? (only ? 'block' : 'sets'),
    ...(stated.opened && { opened: stated.opened }),
    ...(stated.planted && { planted: stated.planted }),
    ...at,
    heightM,
    turnDeg: stated.turnDeg ?? 0,
    ...(outline && { outline }),
    ...(stated.tunnel && !outline && { tunnel: over(TUNNEL, stated.tunnel) }),
    ground: over(
      {
        by: surveyed !== undefined && !slopes ? ('surface' as const) : ('falls' as const),
        slopeAlong: 0,
        slopeAcross: 0,
        soil: 'loam' as const,
      },
      stated.ground,
    ),
    beds: knownBeds(stated.beds ?? NO_BEDS, String(headland), NONE, () =>
      over({ ...TYPICAL_BEDS, headNearM: headland, headFarM: headland }, stated.beds),
    ),
    ...(stated.places && { places: knownPlaces(stated.places, '', NONE, () => fullPlaces(stated.places!)) }),
    tape: knownTape(stated.tape ?? NO_BEDS, only ? 'places' : '', NONE, () =>
      fullTape(only ? { kind: 'emitters', lies: 'surface', ...stated.tape } : stated.tape),
    ),
    tapes: Object.fromEntries(tapes.filter((t) => named.has(t.id)).map((t) => [t.id, t.tape])),
    inlet: (stated.inlet ?? typicalInlet(waterM, heightM, only)).map((p) => fullPart(p, own)),
    header: fullHeader(stated.header, only ? SMALL_PIPE : 'pe-1'),
    main: mainOf(stated.main),
  };
}

const fullRing = (stated: StatedRing): Ring => ({
  id: stated.id,
  to: stated.to,
  shut: stated.shut ?? false,
  main: mainOf(stated.main),
});

/** A garden tap in use, while people are about: an assumption to begin from. */
const OUTLET: Outlet = {
  name: msg`outlet`,
  lph: 1000,
  needsKpa: 100,
  hours: { fromMin: 7 * 60, toMin: 18 * 60 },
};
const fullOutlet = ({ hours, ...rest }: Stated<Outlet>): Outlet => ({
  ...over(OUTLET, rest),
  hours: over(OUTLET.hours, hours),
});

const fullTee = (stated: StatedTee, surface: Surface): Tee => ({
  ...over(
    {
      id: stated.id,
      xM: 0,
      yM: 0,
      heightM: surface.heightAt(stated.xM ?? 0, stated.yM ?? 0),
      vent: false,
    },
    { ...stated, main: undefined, outlet: undefined },
  ),
  ...(stated.outlet && { outlet: fullOutlet(stated.outlet) }),
  main: mainOf(stated.main),
});

const knownBlocks = remembering<StatedBlock, Block>();
const knownSources = remembering<Plan['sources'][number], Source & { id: string }>();
const knownTees = remembering<StatedTee, Tee>();
const knownRings = remembering<StatedRing, Ring>();
const knownHeads = remembering<StatedPart[], Part[]>();
const knownWishes = remembering<object, FullPlan['wishes']>();
const knownWaterings = remembering<object, FullPlan['watering']>();
const knownBuilds = remembering<object, FullPlan['build']>();
const knownGrounds = remembering<object, FarmGround>();
const knownObstacles = remembering<readonly object[], Obstacle[]>();
const knownTapes = remembering<readonly object[], NamedTape[]>();
const NO_OWN: PartKind[] = [];
const NO_WISHES = {};
const NO_GROUND = {};
const NO_SURFACE = {};
const NO_WATERING = {};
const NO_BUILD = {};
const TYPICAL_HEADS = new Map(SOURCE_KINDS.map(({ kind }) => [kind, typicalHead(kind)]));

const fullWishes = (stated: Plan['wishes']): FullPlan['wishes'] =>
  over(
    {
      uniformity: 0.9,
      allowance: 0.8,
      feeding: false,
      friction: 'darcy-weisbach' as const,
      waterC: 20,
      evenness: 'eu' as const,
      limits: {},
    },
    stated,
  );

/** Who waters when: what opens the blocks follows from what stands in the head and at their inlets, where that is not said. */
function wateringOf(plan: Plan, ground: FarmGround, head: readonly Part[], blocks: readonly Block[]) {
  const used = blocks.filter((b) => b.inUse);
  const stated = plan.watering?.switching?.by ?? (plan.watering?.day?.byHand ? 'hand' : undefined);
  const by =
    stated ??
    usuallyOpenedBy(
      head,
      used.map((b) => b.inlet),
    );
  // Who is there when counts only once it was said that a hand opens: hours of a person that nobody stated must not shut a plan's own.
  const byHand = used.some((b) => (b.opened ?? stated) === 'hand');
  return knownWaterings(plan.watering ?? NO_WATERING, `${ground.origin?.lat} ${by} ${byHand}`, NONE, () =>
    fullWatering(plan.watering, ground.origin?.lat, by, byHand),
  );
}

/** How far a block reaches to the right of its place, near enough to lay the next one beside it, m. */
function widthOf({ outline, tunnel, beds }: Block): number {
  if (outline) return Math.max(...outline.map(([x]) => x));
  if (tunnel) return tunnel.widthM;
  return beds.count * (beds.widthM + beds.pathM) - beds.pathM;
}

/**
 * Fills in a plan: what is stated, and defaults for the rest. A default may hang on what is stated, as a pipe's bore
 * on its kind. Parts of the plan that are the same objects as before come out as the same objects.
 */
export function fillIn(plan: Plan): FullPlan {
  const own = plan.parts ?? NO_OWN;
  const stated = plan.ground ?? NO_GROUND;
  const ground = knownGrounds(stated, '', NONE, () => fullGround(stated));
  const surface = surfaceOf(ground);
  const surveyed = ground.heights.length > 0 ? surface : undefined;
  const statedTapes = plan.tapes ?? NONE;
  const tapes = knownTapes(statedTapes, '', NONE, () =>
    statedTapes.map((t, i) => ({ id: t.id, name: t.name ?? msg`tape ${i + 2}`, tape: fullTape(t.tape) })),
  );
  const statedObstacles = plan.obstacles ?? NONE;
  const obstacles = knownObstacles(statedObstacles, '', NONE, () => statedObstacles.map(fullObstacle));
  const sources = plan.sources.map((s) =>
    knownSources(s, '', [surface, own], () => fullSource(s, surface, own)),
  );
  const sourceId = plan.sourceId ?? plan.sources[0].id;
  const source = sources.find((s) => s.id === sourceId) ?? sources[0];
  const waterM = highestWaterM(source);
  const head = plan.head ?? TYPICAL_HEADS.get(source.kind)!;
  let right = 0;
  const blocks = plan.blocks.map((block, i) => {
    const xM = right;
    const full = knownBlocks(
      block,
      `${i} ${block.xM === undefined ? xM : ''} ${waterM}`,
      [own, tapes, surveyed ?? NO_SURFACE],
      () => fullBlock(block, i, xM, { own, tapes, surveyed, waterM }),
    );
    right = Math.max(right, full.xM + widthOf(full) + BLOCK_GAP_M);
    return full;
  });
  const fullHead = passing(
    source,
    knownHeads(head, '', [own], () => head.map((p) => fullPart(p, own))),
  );
  const watering = wateringOf(plan, ground, fullHead, blocks);
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    name: plan.name ?? msg`Unnamed plan`,
    place: plan.place ?? '',
    units: plan.units ?? 'metric',
    sources,
    home: sourceId,
    sourceId,
    backup: plan.backup && over({ sourceId: '', takesOver: false }, plan.backup),
    head: fullHead,
    parts: own,
    inlets: plan.inlets ?? 'own',
    tees: (plan.tees ?? []).map((t) => knownTees(t, '', [surface], () => fullTee(t, surface))),
    rings: (plan.rings ?? []).map((r) => knownRings(r, '', NONE, () => fullRing(r))),
    ground,
    obstacles,
    ...(plan.underlay && { underlay: plan.underlay }),
    tapes,
    blocks: withValves({ watering, head: fullHead, blocks }, source, opensApart(watering.sets)),
    wishes: knownWishes(plan.wishes ?? NO_WISHES, '', NONE, () => fullWishes(plan.wishes)),
    watering,
    build: knownBuilds(plan.build ?? NO_BUILD, plan.units ?? 'metric', NONE, () =>
      fullBuild(plan.build, plan.units ?? 'metric'),
    ),
  };
}
