const project = (name, extra = {}) => ({
  displayName: name,
  rootDir: name,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  modulePathIgnorePatterns: ['<rootDir>/dist/'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        swcrc: false,
        module: { type: 'es6' },
        jsc: {
          target: 'es2023',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  setupFiles: [new URL('jest.setup.mjs', import.meta.url).pathname],
  testEnvironmentOptions: { customExportConditions: ['app-src', 'node', 'node-addons'] },
  ...extra,
});

export default {
  // A database that is begun anew, a machine that does other things beside: longer than the five seconds of Jest's own.
  testTimeout: 30_000,
  projects: [
    project('core'),
    project('contract'),
    project('server'),
    project('web'),
    project('bin', { testMatch: ['<rootDir>/tests/**/*.test.mjs'] }),
  ],
};
