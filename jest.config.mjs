/**
 * Unit tests of core, server and cli; the interface is tested by Playwright (e2e/).
 *
 * They run as the code does: in plain Node, without a sandbox, types stripped by tsx and nothing else
 * changed. No test has a limit of time: a machine that is busy with something else is slow, not wrong.
 */
export default {
  runner: 'jest-light-runner',
  setupFiles: ['<rootDir>/scripts/typesOff.mjs'],
  // Both cores: by itself Jest would leave one idle.
  maxWorkers: 2,
  roots: ['core', 'server', 'cli', 'simulators', 'web', 'scripts'].map((r) => `<rootDir>/${r}`),
  moduleFileExtensions: ['ts', 'js', 'mjs', 'cjs', 'json', 'node'],
  testMatch: ['**/*.test.ts'],
};
