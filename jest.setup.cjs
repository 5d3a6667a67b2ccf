const fc = require('fast-check');

/*
 * Property tests walk the same cases on every machine, so that a red run is always about the change at hand.
 * `SEED=random npm run unit` looks further afield, `SEED=123` looks again at what it found.
 */
const asked = process.env.SEED;
if (asked !== 'random') fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: asked === undefined ? 20_261 : Number(asked) });

/* What is long by nature is done whole by `npm run test:long`; a part of it here (src/core/effort.testing.ts). */
if (!process.env.LONG) {
  process.env.THIN ??= '4';
  process.env.PLANS ??= '12';
  process.env.SHARE ??= '0.35';
}
