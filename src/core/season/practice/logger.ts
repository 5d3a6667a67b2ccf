import { randomLcg, randomNormal } from 'd3-random';
import { msg } from '../../language';
import { hide, type Hidden } from './hidden';
import { hideByLot, type Level, numbersOf } from './practice';
import { buildLibrary, type Library } from '../diagnosis/library';
import { instrumentDeviation } from '../diagnosis/noise';
import { openFarm } from '../diagnosis/openFarm';
import type { FullPlan } from '../../plan';
import type { OpenFarm, Spot } from '../diagnosis/types';

/*
 * A stand-in for a logger in the field: it makes up what gauges, meter, valves, soil probe and thermometer of a farm send, minute by
 * minute, and says that it does. The same farm, seed and minute send the same, whenever it is asked.
 */

export const FIELD_VERSION = 1;

/** What a channel is. */
export interface Channel {
  id: string;
  name: string;
  kind: 'pressure' | 'flow' | 'level' | 'valve' | 'soil' | 'temperature' | 'rain';
  unit: 'kPa' | 'L/h' | 'm' | 'open' | '%' | '°C' | 'mm';
  /** The place in the plan that it reads, where it is one. */
  spot?: string;
}

/** One message, as a logger sends it. */
export interface Message {
  v: typeof FIELD_VERSION;
  simulated: true;
  /** By the logger's own clock, ms since 1970. */
  at: number;
  channel: string;
  value: number;
}

export interface Logger {
  channels: Channel[];
  library: Library;
  hidden: Hidden;
  /** What it sends in one minute; now and then nothing. */
  messagesIn(minute: number): Message[];
}

const MINUTE_MS = 60_000;
const MIN_A_DAY = 1440;
/** Watering from six in the morning on, so long, min of the day. */
const OPENS_MIN = 360;
const OPEN_MIN = 120;
/** It is silent for a stretch so often, and so long, min. */
const GAP_EVERY_MIN = 700;
const GAP_MIN = 25;
/** Its clock runs fast by so much, s a day. */
const DRIFT_S_A_DAY = 4;
/** Gauges are sent so often, the rest each hour, min. */
const EVERY_MIN = 1;
const SLOW_MIN = 60;
/** A soil probe in the root zone: wet after watering, drying by so much a day, % of volume. */
const SOIL_WET = 31;
const SOIL_DRIES = 4;
const SOIL_NOISE = 0.3;
/** A spring day's mean and swing, °C. */
const MEAN_C = 14;
const SWING_C = 6;
/** A shower falls on one day in six, mm in an hour. */
const SHOWER_CHANCE = 1 / 6;
const SHOWER_MM = 4;

/**
 * A logger on a farm.
 * @param level something is wrong there, as hard to find; nothing if not given
 */
export function fieldLogger(plan: FullPlan, seed: number, level?: Level): Logger {
  const library = buildLibrary(openFarm(plan, plan.watering.sets[0]?.id));
  const hidden = (level && hideByLot(library, level, seed)) ?? hide(library, [], numbersOf(seed));
  const { spots, farm } = library;
  const { channels, read, others }: { channels: Channel[]; read: Spot[]; others: Spot[] } = channelsOf(
    spots,
    farm,
  );
  const rest = farm.results.rest.outletKpa;
  const at = (minute: number): (() => number) => {
    const random = randomLcg(
      ((((seed * 2654435761 + minute * 40503) % 4294967296) + 4294967296) % 4294967296) / 4294967296,
    );
    random();
    return random;
  };
  return {
    channels,
    library,
    hidden,
    messagesIn(minute) {
      const block = Math.floor(minute / GAP_EVERY_MIN);
      const gapAt = Math.floor(at(-block - 1)() * (GAP_EVERY_MIN - GAP_MIN));
      const within = minute - block * GAP_EVERY_MIN;
      if (within >= gapAt && within < gapAt + GAP_MIN) return [];
      const random = at(minute);
      const normal = randomNormal.source(random)(0, 1);
      const day = Math.floor(minute / MIN_A_DAY);
      const ofDay = minute - day * MIN_A_DAY;
      const open = ofDay >= OPENS_MIN && ofDay < OPENS_MIN + OPEN_MIN;
      const clock = minute * MINUTE_MS + Math.round((DRIFT_S_A_DAY * 1000 * ofDay) / MIN_A_DAY);
      const send = (channel: string, value: number, digits: number): Message => ({
        v: FIELD_VERSION,
        simulated: true,
        at: clock,
        channel,
        value: Number(value.toFixed(digits)),
      });
      const list: Message[] = [];
      if (minute % EVERY_MIN === 0)
        for (const s of [...read, ...others]) {
          const i = spots.indexOf(s);
          const shown = s.kind === 'level' || open ? hidden.shown.values[i] : s.kind === 'meter' ? 0 : rest;
          const value =
            shown +
            normal() *
              instrumentDeviation(s, Math.max(1, shown), farm) *
              (s.kind === 'meter' && !open ? 0 : 1);
          list.push(send(s.id, Math.max(0, value), s.kind === 'level' ? 2 : 1));
        }
      list.push(send('valve', open ? 1 : 0, 0));
      if (minute % SLOW_MIN === 0) {
        slowMessages(ofDay, list, send, normal, at, day);
      }
      return list;
    },
  };
}

/** Soil, air and rain of the hour. */
function slowMessages(
  ofDay: number,
  list: Message[],
  send: (channel: string, value: number, digits: number) => Message,
  normal: () => number,
  at: (minute: number) => () => number,
  day: number,
) {
  const since = (ofDay - OPENS_MIN - OPEN_MIN + MIN_A_DAY) % MIN_A_DAY;
  list.push(send('soil', SOIL_WET - (SOIL_DRIES * since) / MIN_A_DAY + SOIL_NOISE * normal(), 1));
  list.push(
    send('air', MEAN_C + SWING_C * Math.sin((2 * Math.PI * (ofDay - 540)) / MIN_A_DAY) + 0.5 * normal(), 1),
  );
  const showers = at(-1000000 - day)() < SHOWER_CHANCE && Math.floor(ofDay / SLOW_MIN) === 15;
  list.push(send('rain', showers ? SHOWER_MM : 0, 1));
}

/** What a farm’s logger reads: its gauges and meters, valves, soil, air and rain. */
function channelsOf(spots: Spot[], farm: OpenFarm) {
  const gauges = spots.filter((s) => s.kind === 'gauge' && s.fixed !== undefined);
  // A farm without gauges has a sensor where the source meets the pipes, and at each block.
  const read =
    gauges.length > 0
      ? gauges
      : spots.filter((s) => s.id === 'gauge/source' || /^gauge\/block\/[^/]+$/.test(s.id));
  const others = spots.filter((s) => s.kind === 'meter' || s.kind === 'level');
  const of = (s: Spot): Channel => ({
    id: s.id,
    name: s.name,
    kind: s.kind === 'meter' ? 'flow' : s.kind === 'level' ? 'level' : 'pressure',
    unit: s.kind === 'meter' ? 'L/h' : s.kind === 'level' ? 'm' : 'kPa',
    spot: s.id,
  });
  const channels: Channel[] = [
    ...[...read, ...others].map(of),
    {
      id: 'valve',
      name: msg`the valves of ${farm.set?.name ?? msg`everything`}`,
      kind: 'valve',
      unit: 'open',
    },
    { id: 'soil', name: msg`a soil probe in the roots`, kind: 'soil', unit: '%' },
    { id: 'air', name: msg`the air`, kind: 'temperature', unit: '°C' },
    { id: 'rain', name: msg`rain of the hour`, kind: 'rain', unit: 'mm' },
  ];
  return { channels, read, others };
}

/** A logger's history as a table: a column a channel, a line a time, each title with its unit. */
export function historyCsv(logger: Logger, fromMinute: number, minutes: number): string {
  const titles = ['time', ...logger.channels.map((c) => `${c.name} (${c.unit})`)];
  const lines = [
    msg`# simulated: a stand-in for a logger, version ${FIELD_VERSION}`,
    titles.map((t) => (t.includes(',') ? `"${t}"` : t)).join(','),
  ];
  for (let m = fromMinute; m < fromMinute + minutes; m++) {
    const list = logger.messagesIn(m);
    if (list.length === 0) continue;
    const by = new Map(list.map((x) => [x.channel, x.value]));
    lines.push(
      [
        new Date(list[0].at).toISOString().replace(/\.\d+Z$/, 'Z'),
        ...logger.channels.map((c) => by.get(c.id) ?? ''),
      ].join(','),
    );
  }
  return lines.join('\n') + '\n';
}
