import { msg } from '../../language';
/** Hours that one person takes (growers' reports, rounded): until their own hours are known. */
export const HOURS = {
  trenchM: 0.12,
  mainM: 0.008,
  joint: 0.08,
  glued: 0.15,
  part: 0.2,
  takeOff: 0.06,
  headerM: 0.01,
  run: 0.06,
  runM: 0.0025,
  staple: 0.006,
  hole: 0.004,
  flush: 0.5,
  test: 0.75,
  source: 4,
  valveWire: 0.4,
  controller: 1,
  stand: 3,
  walk: 0.5,
  plant: 0.08,
} as const;
/** Two together take this share of one's time (a helper waits now and then). */
export const TWO_SHARE = 0.6;

export const LOCATE = msg`Have buried services located before you dig: power, gas, water, telephone. The utilities’ own locators or licensed people do that.`;
export const CAUTIONS = {
  backflow: msg`Backflow protection is required by law on most public supplies: local water rules and licensed plumbers decide what is fitted and who fits it.`,
  electric: msg`Pump and valve wiring beyond low voltage is a licensed electrician’s work.`,
  stand: msg`A tank is heavy: a kilogram for each litre. A stand higher than about a metre, or for more than 200 kg, must be designed by someone competent.`,
  cement: msg`Solvent cement and primer: fresh air and gloves, no flame.`,
  trench: msg`Never go into a trench that is deeper than your hip without support for its walls.`,
};

/** Usual tools, by what has to be done. */
export const TOOLS = {
  cut: msg`pipe cutter`,
  wrench: msg`two wrenches`,
  driver: msg`nut driver for clamps`,
  tape: msg`measuring tape`,
  string: msg`string line and stakes`,
  spade: 'spade',
  punch: msg`the hole punch`,
  drill: msg`drill with pilot bit and hole saw`,
  water: msg`flask of hot water`,
  marker: msg`marker pen`,
  gauge: 'gauge',
};

/** From so long a pipe, or so many runs, a helper saves more than his own time. */
export const HELPER_FROM_M = 40;
export const HELPER_FROM_RUNS = 12;
/** Filling takes this share of digging. */
export const FILL_SHARE = 0.4;
