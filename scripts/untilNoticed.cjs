const { TestEnvironment } = require('jest-environment-node');

/** The broken line that a test has noticed: whatever else would notice it is not asked any more. */
let noticed;

/** Where tests meet a broken line: once one has failed the rest are passed over. */
module.exports = class UntilNoticed extends TestEnvironment {
  handleTestEvent({ name, test }) {
    const broken = this.global.__stryker__?.activeMutant;
    if (broken === undefined) return;
    if (name === 'test_start' && noticed === broken) test.mode = 'skip';
    if (name === 'test_done' && test.errors.length > 0) noticed = broken;
  }
};
