import { defineConfig } from 'vitest/config'

const source = { ssr: { resolve: { conditions: ['@bobbin/source'] } } }

export default defineConfig({
  test: {
    // the default leaves a core free, which on two cores is half of them
    maxWorkers: 2,
    projects: [
      {
        ...source,
        test: {
          name: 'core',
          // pure computation: files share what they import, which costs more than they do
          isolate: false,
          include: ['packages/*/src/**/*.test.ts', 'apps/cli/src/**/*.test.ts', 'tools/**/*.test.ts'],
          globalSetup: ['apps/server/src/testing/built.global.ts'],
          testTimeout: 60_000,
        },
      },
      {
        ...source,
        test: {
          name: 'server',
          // files of a worker follow one another, each with an application and a database of its own
          isolate: false,
          include: ['apps/server/src/**/*.test.ts'],
          globalSetup: ['apps/server/src/testing/built.global.ts', 'apps/server/src/testing/postgres.global.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        resolve: { conditions: ['@bobbin/source'] },
        test: {
          name: 'web',
          include: ['apps/web/src/**/*.test.{ts,tsx}'],
          environment: 'happy-dom',
          isolate: false,
          setupFiles: ['apps/web/src/testing/setup.ts'],
          testTimeout: 60_000,
        },
      },
    ],
  },
})
