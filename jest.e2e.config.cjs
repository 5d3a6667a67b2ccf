const unit = require('./jest.config.cjs');

module.exports = {
  ...unit,
  roots: ['<rootDir>/e2e'],
  setupFilesAfterEnv: [...unit.setupFilesAfterEnv, '<rootDir>/e2e/retry.cjs'],
  testTimeout: 90_000,
  maxWorkers: 1,
};
