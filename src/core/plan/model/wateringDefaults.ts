import { msg } from '../../language';
import { coverKind } from '../../catalog/covers';
import { over } from '../fields/over';
import type { StatedWatering } from './types';
import type { Climate, DayRules, Feeding, NeedRules, OpenedBy, Season, Watering } from './wateringTypes';

/**
 * Growers' rules: an inch a week, 5 L for a metre of row under mulch, half an hour a day. What film leaves is the cover
 * table's; that a tunnel's still air and dirty film take a quarter off is an assumption.
 */
const NEED: NeedRules = {
  by: 'weather',
  depthMm: 25,
  rowL: 5,
  plantL: 2,
  minutes: 30,
  filmShare: coverKind('film').uses,
  tunnelShare: 0.75,
  filmRain: coverKind('film').rain,
  serves: 'area',
};

const h = (hours: number): number => hours * 60;
const DAY: Omit<DayRules, 'byHand'> = {
  pump: { fromMin: h(5), toMin: h(21) },
  cool: { fromMin: h(4), toMin: h(10) },
  person: { fromMin: h(7), toMin: h(18) },
  prices: [],
  pumpKw: 0.75,
  everyDays: 1,
  startsPerDay: 1,
  gapMin: 1,
  dryDays: 10,
};

const SEASON: Season = { from: '2027-04-01', days: 200, follow: 'need' };
const FEEDING: Feeding = { perM2G: 2, stockGPerL: 100, injectTimes: 1, rinseTimes: 1 };
/** The middle latitudes, low land, a wind gauge at the usual height. */
const LAT_DEG = 45;
const CLIMATE: Climate = { kind: 'inland', latDeg: LAT_DEG };
const STATION = { latDeg: LAT_DEG, altitudeM: 100, windAtM: 2, coastal: false };

/** @param by what opens blocks by what stands in head and inlets; `hand`: a hand opens some */
export function fullWatering(
  stated: StatedWatering | undefined,
  latDeg: number | undefined,
  by: OpenedBy,
  byHand: boolean,
): Watering {
  const { need, day, season, weather, feeding, sets, climate, allowed, switching, ...rest } = stated ?? {};
  const { pump, cool, person, ...days } = day ?? {};
  return {
    ...over({ apart: true, notes: [], planted: {}, crops: {}, ownCrops: [] }, rest),
    sets: (sets ?? []).map((s, i) => over({ ...s, name: msg`Set ${i + 1}` }, s)),
    switching: over({ by, valvesAt: 'head' as const }, switching),
    need: over(NEED, need),
    day: {
      ...over({ ...DAY, byHand }, days),
      pump: over(DAY.pump, pump),
      cool: over(DAY.cool, cool),
      person: over(DAY.person, person),
    },
    season: over(SEASON, season),
    ...(weather && {
      weather: {
        place: weather.place ?? '',
        station: over(latDeg === undefined ? STATION : { ...STATION, latDeg }, weather.station),
        days: weather.days ?? [],
        likeLast: weather.likeLast ?? false,
      },
    }),
    climate: over({ ...CLIMATE, ...(latDeg !== undefined && { latDeg }) }, climate),
    allowed: over({ order: [] }, allowed),
    feeding: over(FEEDING, feeding),
  } as Watering;
}
