/**
 * Reference evapotranspiration of a day, mm, by the Penman–Monteith method over short grass (Allen, Pereira, Raes &
 * Smith 1998, FAO Irrigation and Drainage Paper 56). What was not measured is estimated as that paper advises.
 * Equation numbers in the comments are the paper's.
 */

/** The weather of one day. What may be left out is estimated. */
export interface DayWeather {
  /** As 2026-05-01. */
  date: string;
  minC: number;
  maxC: number;
  /** Relative humidity, as ratios. */
  humidityMin?: number;
  humidityMax?: number;
  /** Dew point, °C: taken before humidities where both are told. */
  dewC?: number;
  /** Mean wind, m/s, at the station's height. */
  windMps?: number;
  /** Sunshine, h, or what the sun gave, MJ/m²; the second is taken where both are told. */
  sunH?: number;
  sunMj?: number;
  rainMm?: number;
  /** Reference evapotranspiration as a station tells it: taken as it is. */
  et0Mm?: number;
}

/** Where it was measured. */
export interface Station {
  latDeg: number;
  altitudeM: number;
  /** Height of the wind gauge, m. */
  windAtM: number;
  /** By the sea: nights cool less. */
  coastal: boolean;
}

const KELVIN = 273.16;
/** Wind where none was measured, m/s: the mean of many stations, as that paper advises (ch. 3). */
export const USUAL_WIND_MPS = 2;
/** MJ/m² a day that evaporate a millimetre, inverted (eq. 20). */
const MM_PER_MJ = 0.408;
const SOLAR_CONSTANT = 0.082;
const STEFAN_BOLTZMANN = 4.903e-9;
const ALBEDO = 0.23;
/** Share of the sky's radiation on a dark and, further, on a bright day (eq. 35). */
const ANGSTROM_A = 0.25;
const ANGSTROM_B = 0.5;
/** Share by the day's range of warmth, inland and by the sea (eq. 50). */
const BY_RANGE = { inland: 0.16, coastal: 0.19 };

/** Saturation vapour pressure, kPa (eq. 11). */
export const saturationKpa = (c: number): number => 0.6108 * Math.exp((17.27 * c) / (c + 237.3));

/** Number of the day in its year, from 1. */
export function dayOfYear(date: string): number {
  const [y, m, d] = date.split('-').map(Number);
  const msPerDay = 86_400_000;
  return Math.round((Date.UTC(y, m - 1, d) - Date.UTC(y, 0, 1)) / msPerDay) + 1;
}

/** Radiation above the air, MJ/m² a day, and hours of daylight (eq. 21 to 25, 34). */
export function skyOf(latDeg: number, day: number): { radiationMj: number; daylightH: number } {
  const lat = (latDeg * Math.PI) / 180;
  const year = 365;
  const angle = (2 * Math.PI * day) / year;
  const distance = 1 + 0.033 * Math.cos(angle);
  const declination = 0.409 * Math.sin(angle - 1.39);
  // Beyond the polar circles the sun may not rise or not set.
  const sunset = Math.acos(Math.min(1, Math.max(-1, -Math.tan(lat) * Math.tan(declination))));
  const minutesADay = 24 * 60;
  const radiationMj =
    (minutesADay / Math.PI) *
    SOLAR_CONSTANT *
    distance *
    (sunset * Math.sin(lat) * Math.sin(declination) +
      Math.cos(lat) * Math.cos(declination) * Math.sin(sunset));
  return { radiationMj: Math.max(0, radiationMj), daylightH: (24 / Math.PI) * sunset };
}

/** Wind at two metres from that at another height over short grass (eq. 47). */
export const windAt2M = (mps: number, atM: number): number => (mps * 4.87) / Math.log(67.8 * atM - 5.42);

/**
 * Reference evapotranspiration of a day (eq. 6).
 * @returns mm; at least 0
 * @example Brussels (50°48′ N, 100 m) on 6 July: 12.3 to 21.5 °C, 63 to 84 %, 2.78 m/s at 10 m, 9.25 h of sun: 3.9 mm
 */
export function referenceEtMm(w: DayWeather, station: Station): number {
  if (w.et0Mm !== undefined) return Math.max(0, w.et0Mm);
  const mean = (w.minC + w.maxC) / 2;
  const airKpa = 101.3 * ((293 - 0.0065 * station.altitudeM) / 293) ** 5.26; // eq. 7
  const gamma = 0.665e-3 * airKpa; // eq. 8
  const slope = (4098 * saturationKpa(mean)) / (mean + 237.3) ** 2; // eq. 13
  const satMin = saturationKpa(w.minC);
  const satMax = saturationKpa(w.maxC);
  const saturated = (satMin + satMax) / 2; // eq. 12
  // Where humidity was not measured the night's minimum temperature stands for the dew point (eq. 48).
  const vapour =
    w.dewC !== undefined
      ? saturationKpa(w.dewC) // eq. 14
      : w.humidityMin !== undefined && w.humidityMax !== undefined
        ? (satMin * w.humidityMax + satMax * w.humidityMin) / 2 // eq. 17
        : w.humidityMin !== undefined || w.humidityMax !== undefined
          ? (w.humidityMax ?? w.humidityMin!) * (w.humidityMax !== undefined ? satMin : satMax)
          : satMin;
  const wind =
    w.windMps === undefined ? USUAL_WIND_MPS : windAt2M(w.windMps, Math.max(MIN_WIND_M, station.windAtM));
  const { radiationMj: sky, daylightH } = skyOf(station.latDeg, dayOfYear(w.date));
  const clear = (0.75 + 2e-5 * station.altitudeM) * sky; // eq. 37
  const byRange = station.coastal ? BY_RANGE.coastal : BY_RANGE.inland;
  const sun =
    w.sunMj ??
    (w.sunH !== undefined && daylightH > 0
      ? (ANGSTROM_A + ANGSTROM_B * Math.min(1, w.sunH / daylightH)) * sky
      : byRange * Math.sqrt(Math.max(0, w.maxC - w.minC)) * sky);
  const incoming = Math.min(sun, clear);
  const short = (1 - ALBEDO) * incoming; // eq. 38
  const warmth = ((w.maxC + KELVIN) ** 4 + (w.minC + KELVIN) ** 4) / 2;
  const cloud = clear > 0 ? 1.35 * (incoming / clear) - 0.35 : 0;
  const long = STEFAN_BOLTZMANN * warmth * (0.34 - 0.14 * Math.sqrt(Math.max(0, vapour))) * cloud; // eq. 39
  const net = short - long;
  const et =
    (MM_PER_MJ * slope * net + gamma * (900 / (mean + 273)) * wind * (saturated - vapour)) /
    (slope + gamma * (1 + 0.34 * wind));
  return Math.max(0, et);
}

/** Lower than this the wind's law has no meaning, m. */
const MIN_WIND_M = 0.5;
