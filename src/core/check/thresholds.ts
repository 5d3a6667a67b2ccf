/** Limits the findings go by, in one place. */
export const THRESHOLDS = {
  /**
   * Friction in a header, as a share of the pressure at its feed. Of the fifth of the working pressure that may be
   * lost between the first and the last emitter, about half falls to the header (common sub-main rule).
   */
  headerShare: 0.1,
  /** Friction in the supply line, as a share of the pressure at the running source: beyond a quarter it rules the plan. */
  mainShare: 0.25,
  /** A regulator this far under its set pressure is starved, kPa: what a gauge shows. */
  starvedKpa: 1,
  /** Pressures this close to a limit are on it, kPa. */
  onLimitKpa: 0.05,
} as const;
