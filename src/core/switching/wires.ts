import type { FarmLayout } from '../layout';
import { HEAD, type FullPlan } from '../plan';
import { stationValves, switchboardOf, type SwitchValve } from './board';

/*
 * Cable to valves that stand at their blocks: a core for each station and one that all share, along the mains. How thick it must be
 * follows from the voltage that is lost on the way.
 */

/** Volts that a controller gives, and that must arrive at a solenoid for it to open (common 24 V valves). */
const GIVES_V = 24;
export const LEAST_V = 20;
/** Current that a solenoid draws as it opens, A (common 24 V valves). */
const INRUSH_A = 0.4;
/** Resistance of copper, Ω·mm²/m, at the temperature of warm ground. */
const COPPER = 0.0172;
/** Cross-sections that such cable is sold with, mm². */
export const CABLE_MM2 = [0.75, 1.5, 2.5, 4] as const;
/** Latching solenoids are held by a pulse: farther than this their controller does not reach, m (makers' common limits). */
export const LATCHING_M = 60;

/** Cable along one piece of main. */
export interface Cable {
  /** What the piece of main leads to. */
  to: string;
  lengthM: number;
  /** Valves beyond, by their number. */
  valves: number[];
  cores: number;
  mm2: number;
}

/** Volts at a valve that is farthest from its controller, in electrical terms. */
export interface FarValve {
  number: number;
  block: string;
  lengthM: number;
  arrivesV: number;
}

export interface Wires {
  cables: Cable[];
  /** One cross-section for all of it. */
  mm2: number;
  /** The valve at which least arrives; none where nothing is wired. */
  worst: FarValve | undefined;
}

/** Cores of cable that is sold. */
const CORES = [2, 3, 5, 7, 9, 13, 25];

/** The pieces of main from the head to a block, in order. */
function piecesTo(layout: FarmLayout, block: string): FarmLayout['mains'] {
  const byEnd = new Map(layout.mains.map((m) => [m.to, m]));
  const pieces: FarmLayout['mains'] = [];
  for (
    let m = byEnd.get(block);
    m && !pieces.includes(m);
    m = m.from === HEAD ? undefined : byEnd.get(m.from)
  )
    pieces.unshift(m);
  return pieces;
}

/**
 * Cable of a plan. Lost on the way to a valve is the sum over the pieces of 2 · ρ · L / A · I, there and back, I of all valves of its
 * station that lie beyond: for one valve 2 · L · I · 17.2 / A mV, twice that where two hang on one station.
 */
export function wiresOf(plan: FullPlan, layout: FarmLayout): Wires {
  const board = switchboardOf(plan, layout);
  const afield = board.valves.filter(
    (v) => (v.by === 'wired' || v.by === 'latching') && v.at === 'block' && v.part !== undefined,
  );
  if (afield.length === 0) return { cables: [], mm2: CABLE_MM2[0], worst: undefined };
  const ways = new Map(afield.map((v) => [v, piecesTo(layout, v.place)]));
  const together = [...stationValves(board).values()];
  /** Ω·mm²·A to each valve: lost volts times the cross-section. */
  const lost = (valve: SwitchValve): number => {
    const others = (together.find((t) => t.includes(valve)) ?? [valve]).filter((v) => ways.has(v));
    return ways.get(valve)!.reduce((sum, piece) => {
      const beyond = others.filter((v) => ways.get(v)!.includes(piece)).length;
      return sum + 2 * COPPER * piece.lengthM * INRUSH_A * beyond;
    }, 0);
  };
  const far = afield.map((v) => ({ v, lost: lost(v) })).reduce((a, b) => (b.lost > a.lost ? b : a));
  const mm2 = CABLE_MM2.find((a) => GIVES_V - far.lost / a >= LEAST_V) ?? CABLE_MM2[CABLE_MM2.length - 1];
  const cables = layout.mains.flatMap((m): Cable[] => {
    const beyond = afield.filter((v) => ways.get(v)!.includes(m));
    if (beyond.length === 0) return [];
    const stations = new Set(beyond.map((v) => together.findIndex((t) => t.includes(v)))).size;
    const cores = CORES.find((c) => c >= stations + 1) ?? CORES[CORES.length - 1];
    return [{ to: m.to, lengthM: m.lengthM, valves: beyond.map((v) => v.number), cores, mm2 }];
  });
  return {
    cables,
    mm2,
    worst: {
      number: far.v.number,
      block: far.v.place,
      lengthM: ways.get(far.v)!.reduce((sum, m) => sum + m.lengthM, 0),
      arrivesV: GIVES_V - far.lost / mm2,
    },
  };
}
