/** Unit tests of core, server and cli; the interface is tested by Playwright (e2e/). */
export default {
  testEnvironment: 'node',
  // Both cores: by itself Jest would leave one idle, and run all files in one process.
  maxWorkers: 2,
  // Only what hangs is ended: a machine that is busy with something else is slow, not wrong.
  testTimeout: 1_800_000,
  roots: [
    '<rootDir>/core',
    '<rootDir>/server',
    '<rootDir>/cli',
    '<rootDir>/simulators',
    '<rootDir>/web',
    '<rootDir>/scripts',
  ],
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.(ts|js|mjs|cjs)$': [
      '<rootDir>/scripts/jestTransform.mjs',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' } },
    ],
  },
  transformIgnorePatterns: [
    'node_modules/(?!(polyclip-ts|splaytree-ts|rbush|quickselect|bignumber\\.js|fast-check|pure-rand|munkres-js|d3-[a-z]+)/)',
  ],
  moduleFileExtensions: ['ts', 'js', 'mjs', 'cjs', 'json', 'node'],
  testMatch: ['**/*.test.ts'],
};
