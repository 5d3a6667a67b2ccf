const unit = require('./jest.config.cjs');

module.exports = { ...unit, roots: ['<rootDir>/e2e'], testTimeout: 90_000, maxWorkers: 1 };
