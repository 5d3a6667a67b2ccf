import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import { measuredLph, pumpFlowLph } from '../network';
import {
  isPumped,
  joiningSources,
  kindOf,
  sharedHead,
  wayToHead,
  type FullPlan,
  type PipePiece,
  type Source,
  type SourceThing,
} from '../plan';
import { pipeEnd, sourceOutlet, threadOf, threadSize } from './ends';
import { pipeItem, thing, type Item } from './item';
import { joint, sizeWords, type Joint } from './joint';
import { createMaker, type Maker, type Open } from './maker';
import { joinParts, threadTee } from './parts';
import { HEAD_PLACE, type Thing } from './thing';
import { pipePrice } from './typical';

/** Boosters that give more than this have outlets of 1½ in, L/h (makers' common patterns). */
const LARGE_BOOSTER_LPH = 4000;

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
  return own(id, text, pipePrice(piece), { unit: 'm', sold: 'roll', holds });
};

const itemOf = ({ id, group, text, sizes, price, lays }: SourceThing): Item => {
  const sized = sizes && { sizes };
  if (lays) return pipeOf(id, lays.pipe, text);
  return group === 'source' ? own(id, text, price, sized) : thing(id, group, text, price, sized);
};

/** What belongs to a source itself, from the water on. @returns what is joined to it hangs on */
function putEquipment(source: Source, { size }: Joint, maker: Maker): string {
  const byCode = new Map<string, string>();
  let [last, ends] = ['', ''];
  for (const put of kindOf(source).things(source, size, sizeWords(size))) {
    const hangs = put.on === undefined ? last : byCode.get(put.on);
    const on = hangs ? { on: hangs } : {};
    const item = itemOf(put);
    const id = put.lays
      ? maker.lay(item, put.lays.lengthM, HEAD_PLACE, put.why, {}, on)
      : maker.put(item, put.count, HEAD_PLACE, put.why, on);
    byCode.set(put.id, id);
    last = id;
    if (put.ends) ends = id;
  }
  return ends || last;
}

/** A source with what belongs to it. @returns its outlet, and its booster's where it has one */
function putSource(source: Source & { id: string }, maker: Maker): Open {
  const { plan } = maker;
  const { family } = plan.build;
  const measured = measuredLph(source);
  const mostLph = isPumped(source) ? pumpFlowLph(source, plan, 0) : Number.isFinite(measured) ? measured : 0;
  const outlet: Joint = sourceOutlet(source, family, mostLph);
  const of = putEquipment(source, outlet, maker);
  const open: Open = { joint: outlet, name: kindOf(source).outletName(source), of };
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
