/** Unit tests of core, server and cli; the interface is tested by Playwright (e2e/). */
export default {
  testEnvironment: 'node',
  // Both cores: by itself Jest would leave one idle, and run all files in one process.
  maxWorkers: 2,
  roots: ['<rootDir>/core', '<rootDir>/server', '<rootDir>/cli', '<rootDir>/web', '<rootDir>/scripts'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '^.+\\.ts$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' } }] },
  moduleFileExtensions: ['ts', 'js', 'mjs', 'cjs', 'json', 'node'],
  testMatch: ['**/*.test.ts'],
};
