/** Jest runs TypeScript through SWC; suites that need PostgreSQL share one throw-away cluster. */
export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/core', '<rootDir>/server', '<rootDir>/web', '<rootDir>/demo', '<rootDir>/tests'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/', '/tests/browser/'],
  modulePathIgnorePatterns: ['/dist/'],
  moduleNameMapper: { '^@zud/core/(.*)$': '<rootDir>/core/$1' },
  transform: {
    '^.+\\.[jt]sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: ['/node_modules/(?!(double-metaphone|hyparquet|@xmpp|ltx|saslmechanisms|feed)/)'],
  setupFiles: ['<rootDir>/tests/law-seed.ts'],
  globalSetup: '<rootDir>/tests/database-setup.ts',
  globalTeardown: '<rootDir>/tests/database-teardown.ts',
  // for what hangs; a slow machine takes its time
  testTimeout: 150_000,
  maxWorkers: 2,
  // what suites leave behind in a worker adds up over all of them: one that holds this much begins anew
  workerIdleMemoryLimit: '1200MB',
};
