const unit = require('./jest.config.cjs');

/** The tests of one folder of the core, for `npm run mutate`: those that are to notice when its lines are broken. */
module.exports = { ...unit, roots: [`<rootDir>/src/core/${process.env.MUTATE_FOLDER}`] };
