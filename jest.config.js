/** @type {import('jest').Config} */
export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/core', '<rootDir>/server', '<rootDir>/demo', '<rootDir>/web', '<rootDir>/stand-in'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: { '^#(core|demo)/(.*)$': '<rootDir>/$1/$2.ts', '^(\\.{1,2}/.*)\\.js$': '$1' },
  transform: {
    '\\.(tsx?|m?js)$': [
      '<rootDir>/scripts/jest-transform.mjs',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } }, module: { type: 'es6' } },
    ],
  },
  // Packages that work hard in tests.
  transformIgnorePatterns: ['/node_modules/(?!(@electric-sql/pglite/dist|fflate/esm|drizzle-orm|fast-check/lib)/)'],
  // Jest keeps a core for itself unless it is told; it has little to do there.
  maxWorkers: '100%',
  // Of every file of tests something stays in a worker (its modules, and a storage that each promise is shown to): a fresh one is the quicker one.
  workerIdleMemoryLimit: '600MB',
  testTimeout: 60000,
};
