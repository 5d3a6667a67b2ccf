module.exports = {
  testEnvironment: 'node',
  roots: ['<rootDir>/src'],
  // The package names only its ES module in its exports; Jest runs CommonJS.
  moduleNameMapper: { '^convert$': '<rootDir>/node_modules/convert/dist/index.cjs' },
  transform: { '^.+\\.ts$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } } }] },
};
