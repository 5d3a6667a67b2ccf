/** Packages that ship ES modules only; Jest runs CommonJS, so they are transformed too. */
const ESM_ONLY = ['convert', 'pinia', 'd3', 'd3-[a-z-]+', 'internmap', 'delaunator', 'robust-predicates', '@turf/[a-z-]+', '@vueuse/[a-z]+', 'nostics', 'ml-levenberg-marquardt', 'ml-matrix', 'ml-array-[a-z]+', 'is-any-array', 'rbush', 'quickselect', 'intl-messageformat', '@formatjs/[a-z-]+', 'any-ascii'];

module.exports = {
  testEnvironment: 'node',
  roots: ['<rootDir>/src'],
  setupFilesAfterEnv: ['<rootDir>/jest.setup.cjs'],
  moduleNameMapper: {
    // It names only an import condition in its exports.
    '^convert$': '<rootDir>/node_modules/convert/dist/index.cjs',
  },
  transform: {
    '^.+\\.(ts|m?js)$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } }],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${ESM_ONLY.join('|')})/)`],
};
