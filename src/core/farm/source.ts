import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import { fullL } from '../hydraulics/storage';
import { measuredLph, pumpFlowLph } from '../network';
import {
  joiningSources,
  sharedHead,
  wayToHead,
  type FullPlan,
  type PipePiece,
  type Source,
  type TankSource,
  type Vessel,
} from '../plan';
import { isTote, pipeEnd, sourceOutlet, threadOf, threadSize } from './ends';
import { pipeItem, thing, type Item } from './item';
import { joint, sizeWords, type Joint } from './joint';
import { createMaker, type Maker, type Open } from './maker';
import { joinParts, threadTee } from './parts';
import { HEAD_PLACE, type Thing } from './thing';
import { pipePrice } from './typical';

const outletName = (source: Source): string => {
  if (source.kind === 'tank') return msg`tank’s outlet`;
  if (source.kind === 'tap') return msg`tap`;
  if (source.kind === 'well')
    return source.vessel.part === 'tank' ? msg`pressure tank’s tee` : msg`drop pipe`;
  return msg`pump’s outlet`;
};

/** Boosters that give more than this have outlets of 1½ in, L/h (makers' common patterns). */
const LARGE_BOOSTER_LPH = 4000;
/** A tank whose outlet is this near the ground stands on it, m. */
const NO_STAND_M = 0.25;

/** Items of this beginning are of the source itself: most often they are there already. */
export const SOURCE_ITEM = 'source:';
/** Whether something is there already and need not be bought: as was ticked; if not, what belongs to the source itself. */
export const isThere = ({ build }: Pick<FullPlan, 'build'>, { id }: Pick<Item, 'id'>): boolean =>
  build.there[id] ?? id.startsWith(SOURCE_ITEM);

const own = (id: string, text: string, typical: number, more: Partial<Item> = {}): Item =>
  thing(`${SOURCE_ITEM}${id}`, 'source', text, typical, more);

/** Pipe between the water and the pump. */
const pipeOf = (id: string, piece: PipePiece, text: string): Item => {
  const { holds } = pipeItem({ pipe: piece.pipe, boreMm: pipeKind(piece.pipe).boreMm }, 'metric');
  return own(`${id}:${piece.pipe}`, text, pipePrice(piece), { unit: 'm', sold: 'roll', holds });
};

/** Typical prices, in no coin: a pressure tank and its switch, and of each litre; a tank's litre; a stand's metre of height, at least one. */
const VESSEL = 60;
const VESSEL_A_LITRE = 1.2;
const TANK_A_LITRE = 0.12;
const STAND_A_METRE = 60;

/** What starts and stops a pump. @returns it, or what it would hang on */
function putVessel({ part, volumeL }: Vessel, on: string, maker: Maker): string {
  if (part === 'none') return on;
  const item =
    part === 'tank'
      ? own(
          `pressure-tank:${Math.round(volumeL)}`,
          msg`pressure tank of #0 with its switch, tee and gauge`,
          VESSEL + VESSEL_A_LITRE * volumeL,
          { sizes: [[volumeL, 'volume']] },
        )
      : own('flow-switch', msg`flow switch`, 60);
  return maker.put(item, 1, HEAD_PLACE, msg`starts and stops the pump`, { on });
}

/** The store that feeds a float, with what leads from it. @returns the last of it */
function putStore(storeL: number, size: string, maker: Maker): string {
  const on = maker.put(
    own(`store:${Math.round(storeL)}`, msg`store of #0`, TANK_A_LITRE * storeL, {
      sizes: [[storeL, 'volume']],
    }),
    1,
    HEAD_PLACE,
    msg`feeds the float`,
  );
  const put = (item: Item, on_: string): string =>
    maker.put(item, 1, HEAD_PLACE, msg`from the store to the float`, { on: on_ });
  const outlet = put(
    thing(`tank-outlet:${size}`, 'tank', msg`tank outlet with washers, ${sizeWords(size)}`, 6),
    on,
  );
  return put(thing('tank-feed', 'tank', msg`hose with a valve, from a store to a float`, 14), outlet);
}

/** What stands at a tank: itself, what it stands on, and what leads in and out of it. @returns its outlet */
function putTank(source: TankSource, size: string, maker: Maker): string {
  const volumeL = Math.round(fullL({ ...source, count: 1 }));
  const tote = isTote(source);
  const fedByStore = source.level === 'held' && source.fedBy === 'store' && source.storeL !== undefined;
  const on = maker.put(
    own(`tank:${volumeL}`, tote ? msg`tote of #0` : msg`tank of #0`, TANK_A_LITRE * volumeL, {
      sizes: [[volumeL, 'volume']],
    }),
    source.count,
    HEAD_PLACE,
    msg`holds the water`,
    { on: fedByStore ? putStore(source.storeL!, size, maker) : undefined },
  );
  const put = (item: Item, count: number, reason: string): string =>
    maker.put(item, count, HEAD_PLACE, reason, { on });
  const outlet = tote
    ? put(
        thing(
          `tote-adaptor:${size}`,
          'tank',
          msg`adaptor from a tote’s coarse outlet thread to ${sizeWords(size)} pipe thread`,
          6,
        ),
        source.count,
        msg`one on each tote’s own outlet`,
      )
    : put(
        thing(`tank-outlet:${size}`, 'tank', msg`tank outlet with washers, ${sizeWords(size)}`, 6),
        source.count,
        msg`one through each tank’s wall`,
      );
  put(
    thing('tank-screen', 'tank', msg`screen for a tank’s inlet`, 4),
    source.count,
    msg`keeps leaves and mosquitoes out`,
  );
  put(
    thing('tank-overflow', 'tank', msg`overflow pipe with screen`, 8),
    source.count,
    msg`where the tank overflows`,
  );
  if (source.count > 1)
    put(
      thing('tank-link', 'tank', msg`hose with a valve and tee, from tank to tank`, 14),
      source.count - 1,
      msg`joins the tanks at the bottom`,
    );
  if (source.level === 'held')
    put(thing('float-valve', 'tank', msg`float valve`, 12), 1, msg`holds the level`);
  if (source.outletM > NO_STAND_M)
    put(
      thing(
        'stand',
        'tank',
        msg`stand strong enough for the full tank`,
        STAND_A_METRE * Math.max(1, source.outletM),
      ),
      source.count,
      msg`under each tank`,
    );
  return outlet;
}

/** What belongs to a source itself, from the water on. @returns the last of it */
function putEquipment(source: Source, outletSize: string, maker: Maker): string {
  if (source.kind === 'tap')
    return maker.put(own('tap', msg`tap or hydrant`, 20), 1, HEAD_PLACE, msg`gives the water`);
  if (source.kind === 'tank') return putTank(source, outletSize, maker);
  if (source.kind === 'well') {
    const pump = maker.put(own('well-pump', msg`submersible pump`, 400), 1, HEAD_PLACE, msg`lifts the water`);
    const drop = maker.lay(
      pipeOf('drop', source.drop, msg`drop pipe, ${pipeKind(source.drop.pipe).name}`),
      source.drop.lengthM,
      HEAD_PLACE,
      msg`from the pump up the well`,
      {},
      { on: pump },
    );
    return putVessel(source.vessel, drop, maker);
  }
  const strainer = source.footValve
    ? own('foot-valve', msg`foot valve with strainer`, 25)
    : own('strainer', msg`strainer`, 12);
  const foot = maker.put(strainer, 1, HEAD_PLACE, msg`at the suction’s end`);
  const suction = maker.lay(
    pipeOf('suction', source.suction, msg`suction pipe, ${pipeKind(source.suction.pipe).name}`),
    source.suction.lengthM,
    HEAD_PLACE,
    msg`from the water to the pump`,
    {},
    { on: foot },
  );
  const pump = maker.put(own('pump', msg`pump`, 250), 1, HEAD_PLACE, msg`lifts the water`, { on: suction });
  return putVessel(source.vessel, pump, maker);
}

/** A source with what belongs to it. @returns its outlet, and its booster's where it has one */
function putSource(source: Source & { id: string }, maker: Maker): Open {
  const { plan } = maker;
  const { family } = plan.build;
  const mostLph =
    source.kind === 'tap' ? measuredLph(source) : source.kind === 'tank' ? 0 : pumpFlowLph(source, plan, 0);
  const outlet: Joint = sourceOutlet(source, family, mostLph);
  const of = putEquipment(source, outlet.size, maker);
  const open: Open = { joint: outlet, name: outletName(source), of };
  if (source.booster.kind === 'none') return open;
  const side = joint(threadOf(family), source.booster.maxLph > LARGE_BOOSTER_LPH ? '1-1/2' : '1', 'female');
  const boosted = maker.put(
    thing('part:booster', 'part', msg`booster pump`, 250),
    1,
    HEAD_PLACE,
    msg`after the source`,
  );
  const booster = { joint: side, name: msg`booster`, of: boosted };
  maker.join(open, booster, HEAD_PLACE);
  return booster;
}

/** What opens a backup where the tank in use is dry. */
function putMotorValve(open: Open, size: string, maker: Maker): Open {
  const motor = thing(
    `backup-valve:${size}`,
    'part',
    msg`${sizeWords(size)} motor valve with a level switch`,
    90,
  );
  const valve = {
    joint: joint(threadOf(maker.plan.build.family), size, 'female'),
    name: msg`backup’s valve`,
    of: maker.put(motor, 1, HEAD_PLACE, msg`opens the backup where the tank is dry`),
  };
  maker.join(open, valve, HEAD_PLACE);
  return valve;
}

/** The pipe from a source to a head that stands at another. */
function layToHead(open: Open, source: Source & { id: string }, maker: Maker): Open {
  const way = wayToHead(maker.plan, source);
  if (!way || way.lengthM === 0) return open;
  const { family } = maker.plan.build;
  const { piece } = way;
  const { name } = pipeKind(piece.pipe);
  const of = maker.lay(
    pipeItem(piece, family),
    way.lengthM,
    HEAD_PLACE,
    msg`from ${source.name} to the head`,
    {},
    open.of === undefined ? {} : { on: open.of },
  );
  maker.join(open, { joint: pipeEnd(piece.pipe, 'in', family), name, of }, HEAD_PLACE);
  return { joint: pipeEnd(piece.pipe, 'out', family), name, of };
}

/** Another source with its branch, and the tee where it joins. @returns the open end after the tee */
function joinOther(main: Open, other: Source & { id: string }, maker: Maker): Open {
  const { plan } = maker;
  const { family } = plan.build;
  const size = threadSize(main.joint);
  const outlet = putSource(other, maker);
  const own = { ...outlet, name: msg`${outlet.name} of ${other.name}` };
  let open = joinParts(other.branch, layToHead(own, other, maker), HEAD_PLACE, maker);
  if (plan.backup?.takesOver && plan.backup.sourceId === other.id) open = putMotorValve(open, size, maker);
  const tee: Open = {
    joint: joint(threadOf(family), size, 'female'),
    name: msg`tee where ${other.name} joins`,
    of: maker.put(threadTee(size, family), 1, HEAD_PLACE, msg`where ${other.name} joins`),
  };
  maker.join(main, tee, HEAD_PLACE);
  maker.join(open, tee, HEAD_PLACE);
  return tee;
}

/** Every source that is used, each with its branch, up to where all waters have joined. */
function joinSources(maker: Maker): Open {
  const { plan } = maker;
  const home = plan.sources.find((s) => s.id === plan.home) ?? plan.sources[0];
  const first = joinParts(home.branch, putSource(home, maker), HEAD_PLACE, maker);
  return joiningSources(plan).reduce((open, other) => joinOther(open, other, maker), first);
}

/** From the water to the end of the head. */
export const joinHead = (maker: Maker): Open =>
  joinParts(sharedHead(maker.plan), joinSources(maker), HEAD_PLACE, maker);

/** What belongs to a plan's sources and their branches, up to where they join. */
export function sourceThings(plan: FullPlan): Thing[] {
  const maker = createMaker(plan);
  joinSources(maker);
  return maker.things;
}
