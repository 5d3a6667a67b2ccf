/** A corner of a triangle: place, height, and rise per metre in x and y. */
export interface Corner {
  x: number;
  y: number;
  z: number;
  gx: number;
  gy: number;
}

/**
 * Height over a triangle from its corners' heights and slopes, smooth across to its neighbours: the triangle is split
 * at its middle into three cubics that meet smoothly; across each outer side the slope changes evenly from end to end,
 * so that the neighbour, which knows the same two ends, meets it without a crease.
 *
 * Source: Clough & Tocher 1965; the reduced form with a linear normal slope, in Bézier ordinates after Farin 1986.
 *
 * @param l0 share of corner `a` in the place, `l1` that of `b`, `l2` that of `c`; together 1
 */
export function smoothHeight(a: Corner, b: Corner, c: Corner, l0: number, l1: number, l2: number): number {
  const mx = (a.x + b.x + c.x) / 3;
  const my = (a.y + b.y + c.y) / 3;
  // Ordinates next to each corner on the way to the middle.
  const toMiddle = (p: Corner): number => p.z + (p.gx * (mx - p.x) + p.gy * (my - p.y)) / 3;
  const am = toMiddle(a);
  const bm = toMiddle(b);
  const cm = toMiddle(c);
  const ab = besideOuter(a, b, mx, my, am, bm);
  const bc = besideOuter(b, c, mx, my, bm, cm);
  const ca = besideOuter(c, a, mx, my, cm, am);
  const aMid = (am + ab + ca) / 3;
  const bMid = (bm + bc + ab) / 3;
  const cMid = (cm + ca + bc) / 3;
  const middle = (aMid + bMid + cMid) / 3;
  // The place lies in the part beyond the corner it is furthest from.
  if (l2 <= l0 && l2 <= l1) return cubic(a, b, am, bm, ab, aMid, bMid, middle, l0 - l2, l1 - l2, 3 * l2);
  if (l0 <= l1) return cubic(b, c, bm, cm, bc, bMid, cMid, middle, l1 - l0, l2 - l0, 3 * l0);
  return cubic(c, a, cm, am, ca, cMid, aMid, middle, l2 - l1, l0 - l1, 3 * l1);
}

/** A corner's ordinate a third of the way along a side to another. */
const towards = (p: Corner, q: Corner): number => p.z + (p.gx * (q.x - p.x) + p.gy * (q.y - p.y)) / 3;

/** The ordinate beside the middle of an outer side that makes the slope across it change evenly. */
function besideOuter(p: Corner, q: Corner, mx: number, my: number, pm: number, qm: number): number {
  const dx = q.x - p.x;
  const dy = q.y - p.y;
  // Foot of the middle on the side: the direction square to it is the middle less the foot.
  const t = ((mx - p.x) * dx + (my - p.y) * dy) / (dx * dx + dy * dy);
  const pq = towards(p, q);
  const qp = towards(q, p);
  const atP = -(1 - t) * p.z - t * pq + pm;
  const atQ = -(1 - t) * qp - t * q.z + qm;
  return (atP + atQ) / 2 + (1 - t) * pq + t * qp;
}

/** One of the three cubics, at shares u of `p`, v of `q` and w of the middle. */
function cubic(
  p: Corner,
  q: Corner,
  pm: number,
  qm: number,
  pqm: number,
  pMid: number,
  qMid: number,
  middle: number,
  u: number,
  v: number,
  w: number,
): number {
  return (
    p.z * u * u * u +
    q.z * v * v * v +
    middle * w * w * w +
    3 * u * u * (v * towards(p, q) + w * pm) +
    3 * v * v * (u * towards(q, p) + w * qm) +
    3 * w * w * (u * pMid + v * qMid) +
    6 * u * v * w * pqm
  );
}

/** Height on the side between two corners, at a share of the way from `p` to `q`: what the triangles on both its sides come to there. */
export function smoothSide(p: Corner, q: Corner, share: number): number {
  const u = 1 - share;
  const v = share;
  return p.z * u * u * u + q.z * v * v * v + 3 * u * v * (u * towards(p, q) + v * towards(q, p));
}
