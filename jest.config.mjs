const transform = {
  '^.+\\.tsx?$': [
    '@swc/jest',
    {
      jsc: {
        target: 'es2023',
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
      },
      module: { type: 'es6' },
    },
  ],
};
const common = { testEnvironment: 'node', extensionsToTreatAsEsm: ['.ts', '.tsx'], transform };

export default {
  // A limit says that something hangs, not that a machine is slow.
  testTimeout: 600_000,
  projects: [
    {
      ...common,
      displayName: 'unit',
      testMatch: ['<rootDir>/{benchmark,core,contracts,demo,scripts,web,standins}/**/*.test.{ts,tsx}'],
      testPathIgnorePatterns: ['/demo/load\\.test\\.ts$', '/scripts/backup\\.test\\.ts$'],
    },
    {
      ...common,
      displayName: 'server',
      testMatch: [
        '<rootDir>/server/**/*.test.ts',
        '<rootDir>/demo/load.test.ts',
        '<rootDir>/scripts/backup.test.ts',
      ],
    },
  ],
};
