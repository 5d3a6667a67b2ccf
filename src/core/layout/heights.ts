import type { Surface } from '../ground';
import type { Block } from '../plan';
import { toSheet, type Frame } from './frame';

/** Heights along a line of tape: distances from its inlet and rises over it, m, straight between them. */
export interface Profile {
  distanceM: number[];
  riseM: number[];
}

/** Ground of a block: its height, m, at a place in its own frame. */
export interface BlockGround {
  heightM(xM: number, yM: number): number;
  /** Rise per metre along the beds, away from the near end, where that is the same everywhere. */
  even: number | undefined;
  /** The ground along a run whose inlet lies at a height; nothing where it is even. */
  profile(xM: number, fromM: number, toM: number, inletM: number): Profile | undefined;
}

/** Ground between survey points bends so gently that heights every two metres say all. */
const STEP_M = 2;
/** Lines of a block whose heights are kept. */
const MOST_LINES = 8000;

/** Heights at every step along a line, from step `from` on; NaN where none was asked for yet. */
interface Line {
  from: number;
  zM: Float64Array;
}

/** Heights along lines of ground that were asked for before: moving a header asks for the same ones again. */
const known = new WeakMap<Surface, Map<string, Map<number, Line>>>();
const MOST_FRAMES = 80;

/** A line that reaches from one step to another, with what is known of it. */
function reaching(lines: Map<number, Line>, xM: number, first: number, last: number): Line {
  const line = lines.get(xM);
  if (line && first >= line.from && last < line.from + line.zM.length) return line;
  const from = Math.min(first, line?.from ?? first);
  const to = Math.max(last + 1, line ? line.from + line.zM.length : 0);
  const zM = new Float64Array(to - from).fill(NaN);
  if (line) zM.set(line.zM, line.from - from);
  const longer = { from, zM };
  lines.set(xM, longer);
  return longer;
}

function linesOf(surface: Surface, frame: Frame): Map<number, Line> {
  let frames = known.get(surface);
  if (!frames) known.set(surface, (frames = new Map()));
  const key = `${frame.xM} ${frame.yM} ${frame.turnDeg}`;
  let lines = frames.get(key);
  if (!lines) {
    if (frames.size >= MOST_FRAMES) frames.clear();
    frames.set(key, (lines = new Map()));
  }
  if (lines.size > MOST_LINES) lines.clear();
  return lines;
}

/** The ground under a block: by its own falls, or the farm's surface. */
export function groundOf(block: Block, frame: Frame, surface: Surface): BlockGround {
  const { by, slopeAlong, slopeAcross } = block.ground;
  if (by === 'falls') {
    return {
      heightM: (xM, yM) => block.heightM + slopeAcross * xM + slopeAlong * yM,
      even: slopeAlong,
      profile: () => undefined,
    };
  }
  const heightM = (xM: number, yM: number): number => {
    const [x, y] = toSheet(frame, xM, yM);
    return surface.heightAt(x, y);
  };
  if (surface.kind === 'plane') {
    const along = surface.plane.riseX * frame.sin + surface.plane.riseY * frame.cos;
    return {
      heightM,
      even: along,
      profile: () => undefined,
    };
  }
  const lines = linesOf(surface, frame);
  return {
    heightM,
    even: undefined,
    profile(xM, fromM, toM, zero) {
      const way = toM >= fromM ? 1 : -1;
      const first = way > 0 ? Math.floor(fromM / STEP_M) + 1 : Math.ceil(fromM / STEP_M) - 1;
      const last = way > 0 ? Math.ceil(toM / STEP_M) - 1 : Math.floor(toM / STEP_M) + 1;
      const inner = Math.max(0, way * (last - first) + 1);
      // As long as they will be: they are made anew for every run of a header that moves.
      const distanceM = new Array<number>(inner + 2);
      const riseM = new Array<number>(inner + 2);
      distanceM[0] = riseM[0] = 0;
      if (inner > 0) {
        const { from, zM } = reaching(lines, xM, Math.min(first, last), Math.max(first, last));
        for (let k = 0; k < inner; k++) {
          const i = first + way * k;
          let z = zM[i - from];
          if (Number.isNaN(z)) zM[i - from] = z = heightM(xM, i * STEP_M);
          distanceM[k + 1] = Math.abs(i * STEP_M - fromM);
          riseM[k + 1] = z - zero;
        }
      }
      distanceM[inner + 1] = Math.abs(toM - fromM);
      riseM[inner + 1] = heightM(xM, toM) - zero;
      return { distanceM, riseM };
    },
  };
}
