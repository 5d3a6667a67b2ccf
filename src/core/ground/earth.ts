import type { Point } from './polygon';

/** Longitude and latitude, degrees. */
export interface LonLat {
  lon: number;
  lat: number;
}

/** The ellipsoid that satellite receivers use: half its width at the equator, m, and its flattening (WGS 84). */
const EQUATOR_RADIUS_M = 6378137;
const FLATTENING = 1 / 298.257223563;
const ECCENTRICITY2 = FLATTENING * (2 - FLATTENING);
const RADIANS = Math.PI / 180;

/** Metres in a degree of longitude and of latitude at a latitude: radii of curvature of the ellipsoid there. */
function metresPerDegree(lat: number): { eastM: number; northM: number } {
  const sin = Math.sin(lat * RADIANS);
  const w2 = 1 - ECCENTRICITY2 * sin * sin;
  const across = EQUATOR_RADIUS_M / Math.sqrt(w2);
  const meridian = (EQUATOR_RADIUS_M * (1 - ECCENTRICITY2)) / (w2 * Math.sqrt(w2));
  return { eastM: across * Math.cos(lat * RADIANS) * RADIANS, northM: meridian * RADIANS };
}

/** A difference of longitude the short way round, degrees. */
const nearest = (degrees: number): number => degrees - 360 * Math.round(degrees / 360);

/** Metres east and north of an origin. Over a farm, a kilometre or two, it errs by less than a tape does. */
export function toMetres({ lon, lat }: LonLat, origin: LonLat): Point {
  const { eastM, northM } = metresPerDegree(origin.lat);
  return [nearest(lon - origin.lon) * eastM, (lat - origin.lat) * northM];
}

/** The other way: longitude and latitude of a place so many metres east and north of an origin. */
export function toLonLat([east, north]: Point, origin: LonLat): LonLat {
  const { eastM, northM } = metresPerDegree(origin.lat);
  return { lon: nearest(origin.lon + east / eastM), lat: origin.lat + north / northM };
}
