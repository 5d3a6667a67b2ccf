const unit = require('./jest.config.cjs');

/**
 * The tests of one folder, for `npm run mutate`: those that are to notice when its lines are broken. The quick ones
 * come first, since the first that fails ends the run.
 */
module.exports = {
  ...unit,
  roots: [`<rootDir>/${process.env.MUTATE_PLACE}`],
  testEnvironment: require.resolve('./scripts/untilNoticed.cjs'),
  testSequencer: '<rootDir>/scripts/quickFirst.cjs',
};
