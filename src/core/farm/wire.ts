import { forms, msg } from '../language';
import type { FarmLayout } from '../layout';
import { switchboardOf, valveName, wiresOf, type Switchboard } from '../switching';
import { thing, type Item } from './item';
import type { Maker } from './maker';
import { blockPlace, HEAD_PLACE, mainPlace } from './thing';
import { isBuried } from './trenches';

/** Spare wire at a valve, m; and from a controller down to valves that stand beside it. */
const WIRE_TAIL_M = 1;
const TO_MANIFOLD_M = 3;
/** Stations that controllers are sold with, on wires and in the field, and typical prices, in no coin: of one, and of each station. */
const STATIONS = { wired: [4, 6, 8, 12, 16, 24, 48], latching: [1, 2, 4, 6, 9, 12, 24, 48] } as const;
const CONTROLLER = { wired: 60, latching: 90 } as const;
const A_STATION = 8;
/** Of a metre of cable: each core, and each core's mm². */
const CORE_M = 0.15;
const CORE_MM2_M = 0.13;

const cableItem = (cores: number, mm2: number): Item =>
  thing(
    `wire:${cores}:${mm2}`,
    'wire',
    msg`cable with ${cores} cores of ${mm2} mm² for valves`,
    cores * (CORE_M + CORE_MM2_M * mm2),
    { unit: 'm', sold: 'roll', holds: [25, 50, 100, 250] },
  );
const wireJoint = thing('wire-joint', 'wire', msg`waterproof wire joint`, 0.8, { sold: 'pack', holds: [10] });

/** What switches valves that wires lead to: the controller, what starts the pump, cable, its joints, and boxes over valves of buried mains. */
export function layWire(layout: FarmLayout, maker: Maker): void {
  const { plan } = maker;
  const board = switchboardOf(plan, layout);
  putController(board, maker);
  const { cables, mm2 } = wiresOf(plan, layout);
  for (const { to, lengthM, cores, valves } of cables)
    maker.lay(
      cableItem(cores, mm2),
      lengthM,
      mainPlace(to),
      msg`along the main to ${valves.map(valveName).join(', ')}, with a core for each station and one they share`,
      { tail: WIRE_TAIL_M },
    );
  const wired = board.valves.filter((v) => (v.by === 'wired' || v.by === 'latching') && v.part);
  const beside = wired.filter((v) => v.at === 'head');
  if (beside.length > 0 && board.stations > 0)
    maker.lay(
      cableItem(2, mm2),
      TO_MANIFOLD_M * beside.length,
      HEAD_PLACE,
      msg`from the controller to ${beside.map((v) => valveName(v.number)).join(', ')}`,
    );
  for (const v of wired)
    maker.put(
      wireJoint,
      2,
      v.at === 'block' ? blockPlace(v.place) : HEAD_PLACE,
      msg`two at ${valveName(v.number)}`,
    );
  for (const v of wired) {
    const main = v.at === 'block' ? layout.mains.find((m) => m.to === v.place) : undefined;
    if (main && isBuried(plan, main))
      maker.put(
        thing('valve-box', 'wire', msg`valve box with lid`, 18),
        1,
        blockPlace(v.place),
        msg`over the valves of a buried main`,
      );
  }
}

/** The controller, in the size that the stations need, and the relay by which it starts a pump that nothing else starts. */
function putController({ controller, stations, inHead, startsPump }: Switchboard, maker: Maker): void {
  if (!controller) return;
  if (!inHead) {
    const sold = STATIONS[controller];
    const size = sold.find((n) => n >= stations) ?? sold[sold.length - 1];
    maker.put(
      thing(
        `controller:${controller}:${size}`,
        'wire',
        controller === 'wired'
          ? msg`controller with ${size} stations, 24 V`
          : msg`field controller for latching valves, ${size} ${forms(size, 'station', 'stations')}`,
        CONTROLLER[controller] + A_STATION * size,
      ),
      1,
      HEAD_PLACE,
      msg`opens ${stations} ${forms(stations, 'station', 'stations')}`,
    );
  }
  if (startsPump)
    maker.put(
      thing('pump-relay', 'wire', msg`pump-start relay`, 35),
      1,
      HEAD_PLACE,
      msg`starts the pump with each station; wired by an electrician`,
    );
}
