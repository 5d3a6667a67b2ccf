/**
 * A well that is pumped: the water in it sinks in proportion to what is drawn, by its specific capacity (flow for each metre that it
 * sinks), and comes back when the pump rests. Good where the well is drawn for hours, not days (Driscoll 1986, ch. 9).
 */
export interface Drawdown {
  /** The water under the ground with nothing drawn, m. */
  restM: number;
  /** How far it sinks for each L/h drawn, m. */
  mPerLph: number;
}

/** What is known of a well's water: where it stands at rest, and where while a known flow is drawn. */
export interface Tested {
  restLevelM?: number;
  pumpingLevelM: number;
  testLph?: number;
}

/** A well's drawdown; none where only its pumping level is known, or it does not sink. */
export function drawdownOf({ restLevelM, pumpingLevelM, testLph }: Tested): Drawdown | undefined {
  if (restLevelM === undefined || testLph === undefined || !(testLph > 0) || restLevelM >= pumpingLevelM)
    return undefined;
  return { restM: restLevelM, mPerLph: (pumpingLevelM - restLevelM) / testLph };
}

/** Where the water of a well stands under the ground while so much is drawn, m. */
export function levelAtM(well: Tested, lph: number): number {
  const drawdown = drawdownOf(well);
  return drawdown ? drawdown.restM + drawdown.mPerLph * lph : well.pumpingLevelM;
}

/** Water left over a pump's inlet, so that it draws no air, m (makers' common advice). */
export const OVER_PUMP_M = 1;

/** What a well gives day and night: as much as sinks its water to just over the pump, L/h; never under 0. */
export const yieldOver = ({ restM, mPerLph }: Drawdown, pumpM: number): number =>
  Math.max(0, pumpM - OVER_PUMP_M - restM) / mPerLph;
