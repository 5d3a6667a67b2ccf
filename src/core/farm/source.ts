import { msg } from '../language';
import { HEAD_PARTS } from '../catalog/headParts';
import { pipeKind } from '../catalog/pipes';
import { fullL } from '../hydraulics/storage';
import type { FarmLayout } from '../layout';
import { pumpFlowLph } from '../network';
import { fullPart, type FullPlan, type PipePiece, type Source, type TankSource, type Vessel } from '../plan';
import { isTote, pipeEnd, sourceOutlet, threadOf, threadSize } from './ends';
import { pipeItem, thing, type Item } from './item';
import { joint, sizeWords, type Joint } from './joint';
import { createMaker, type Maker, type Open } from './maker';
import { blockValve, joinParts, threadTee } from './parts';
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

/** What stands at a tank: itself, what it stands on, and what leads in and out of it. @returns its outlet */
function putTank(source: TankSource, size: string, maker: Maker): string {
  const volumeL = Math.round(fullL({ ...source, count: 1 }));
  const tote = isTote(source);
  const on = maker.put(
    own(`tank:${volumeL}`, tote ? msg`tote of #0` : msg`tank of #0`, TANK_A_LITRE * volumeL, {
      sizes: [[volumeL, 'volume']],
    }),
    source.count,
    HEAD_PLACE,
    msg`holds the water`,
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
  const mostLph = source.kind === 'well' || source.kind === 'pump' ? pumpFlowLph(source, plan, 0) : 0;
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

/**
 * The backup with its own valve and preventer, its pipe and the tee where it joins the source in use.
 * @returns the open end where waters have joined
 */
function joinBackup(main: Open, layout: FarmLayout, maker: Maker): Open {
  const { plan } = maker;
  const { backup } = plan;
  const other = backup && plan.sources.find((s) => s.id === backup.sourceId);
  if (!backup || !other) return main;
  const { family } = plan.build;
  const of = { ...putSource(other, maker), name: msg`backup’s outlet` };
  let open: Open = of;
  const preventer = HEAD_PARTS.find((p) => p.id === backup.backflow);
  if (preventer) {
    const part = fullPart({ id: 'backup-backflow', kind: preventer.id }, plan.parts);
    open = joinParts([part], open, HEAD_PLACE, maker);
  }
  const size = threadSize(main.joint);
  if (backup.takesOver) {
    const motor = thing(
      `backup-valve:${size}`,
      'part',
      msg`${sizeWords(size)} motor valve with a level switch`,
      90,
    );
    const side = joint(threadOf(family), size, 'female');
    const valve = {
      joint: side,
      name: msg`backup’s valve`,
      of: maker.put(motor, 1, HEAD_PLACE, msg`opens the backup where the tank is dry`),
    };
    maker.join(open, valve, HEAD_PLACE);
    open = valve;
  } else if (backup.valve) {
    const side = joint(threadOf(family), size, 'female');
    const valve = {
      joint: side,
      name: msg`backup’s valve`,
      of: maker.put(blockValve(size, family), 1, HEAD_PLACE, msg`shuts the backup off from the source`),
    };
    maker.join(open, valve, HEAD_PLACE);
    open = valve;
  }
  const tee: Open = {
    joint: joint(threadOf(family), size, 'female'),
    name: msg`tee where the backup joins`,
    of: maker.put(threadTee(size, family), 1, HEAD_PLACE, msg`where the backup joins`),
  };
  maker.join(main, tee, HEAD_PLACE);
  open = layBetween(open, other, layout, maker);
  maker.join(open, tee, HEAD_PLACE);
  return tee;
}

/** Pipe from the backup's place to the head: of the kind of the first main. */
function layBetween(open: Open, other: Source, { head, mains }: FarmLayout, maker: Maker): Open {
  const lengthM = Math.hypot(other.xM - head.xM, other.yM - head.yM);
  const piece = mains[0]?.piece;
  if (!piece || lengthM < SAME_PLACE_M) return open;
  const { family } = maker.plan.build;
  const name = pipeKind(piece.pipe).name;
  const of = maker.lay(pipeItem(piece, family), lengthM, HEAD_PLACE, msg`from the backup to the head`);
  maker.join(open, { joint: pipeEnd(piece.pipe, 'in', family), name, of }, HEAD_PLACE);
  return { joint: pipeEnd(piece.pipe, 'out', family), name, of };
}
/** Sources nearer together than this need no pipe between them, m. */
const SAME_PLACE_M = 0.5;

/** From the water to the end of the head. */
export function joinHead(layout: FarmLayout, maker: Maker): Open {
  const source = putSource(layout.source, maker);
  return joinParts(maker.plan.head, joinBackup(source, layout, maker), HEAD_PLACE, maker);
}

/** What belongs to a plan's sources and where they join, without the parts of the head. */
export function sourceThings(plan: FullPlan, layout: FarmLayout): Thing[] {
  const maker = createMaker(plan);
  joinBackup(putSource(layout.source, maker), layout, maker);
  return maker.things;
}
