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
  /** Speed of water in mains and headers, m/s (usual limit for plastic pipe, for noise and surge). */
  velocityMps: 1.5,
  /** Starts of a small pump an hour (pump makers' usual limit). */
  startsPerHour: 20,
  /** A pump should run at least this long once started, minutes (pressure-tank makers' rule for pumps up to 0.75 kW). */
  leastRunMin: 1,
  /** Suction head kept back over the pump's need, m (half a metre is usual). */
  suctionMarginM: 0.5,
  /** Pressure gained between a regulator and its block, as a share of its set pressure. */
  uphillShare: 0.2,
  /** A point of the main this much higher than its neighbours traps air, m. */
  highPointM: 1,
} as const;
