import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** What may import what (CONTRIBUTING.md); a wish that is a rule. */
const forbid = (files, patterns) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns }] } })
const not = (group, message) => ({ group, message })

const SERVER_DOMAINS = [
  'access',
  'projects',
  'views',
  'cases',
  'history',
  'scripts',
  'runs',
  'requirements',
  'scans',
  'mapping',
  'intake',
  'live',
  'environments',
  'suites',
  'agents',
  'notifications',
  'plans',
  'defects',
  'failures',
  'comments',
  'builds',
  'trends',
  'keeping',
  'sources',
  'brief',
  'boards',
  'audit',
]
const WEB_FEATURES = [
  'audit',
  'comments',
  'history',
  'scripts',
  'requirements',
  'mapping',
  'suites',
  'plans',
  'releases',
  'runs',
  'failures',
  'builds',
  'weave',
  'life',
  'trends',
  'cases',
  'intake',
  'brief',
  'boards',
]

/** A domain may use those before it in the list, and only through their index.ts. */
const serverOrder = SERVER_DOMAINS.map((domain, i) =>
  forbid(
    [`apps/server/src/${domain}/**/*.ts`],
    [
      not(
        SERVER_DOMAINS.slice(i + 1).map((later) => `**/${later}/*`),
        `${domain} stands before these; backwards only by events`,
      ),
      not(
        // from the domain itself, and from a room of it
        ['..', '../..'].flatMap((up) =>
          SERVER_DOMAINS.slice(0, i).flatMap((earlier) => [`${up}/${earlier}/*`, `!${up}/${earlier}/index.js`]),
        ),
        'Use another domain through its index.ts',
      ),
    ].filter((pattern) => pattern.group.length > 0),
  ),
)

const webOrder = WEB_FEATURES.map((feature, i) =>
  forbid(
    [`apps/web/src/features/${feature}/**`],
    [
      not(['**/app/**'], 'Features do not know the application around them'),
      not(
        WEB_FEATURES.slice(i + 1).map((later) => `**/${later}/*`),
        `${feature} stands before these; meet in app, or by links`,
      ),
    ].filter((pattern) => pattern.group.length > 0),
  ),
)

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.bobbin/**',
      '.bobbin-recipe-*/**',
      'test-results/**',
      '**/samples/**',
      '**/samples-hostile/**',
      'packages/scan/fixtures/**',
      'demo/**',
    ],
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    // what needs types is looked for by oxlint, see .oxlintrc.json: a tenth of the time
    languageOptions: { parser: tseslint.parser },
    plugins: { '@typescript-eslint': tseslint.plugin },
    linterOptions: { reportUnusedDisableDirectives: 'off' },
    rules: { 'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }] },
  },
  {
    files: ['apps/web/**/*.{ts,tsx}'],
    extends: [reactHooks.configs.flat.recommended],
    rules: { 'react-hooks/incompatible-library': 'off' },
  }, // no React Compiler here
  { files: ['**/*.config.ts', 'e2e/global-setup.ts'], rules: { 'no-restricted-exports': 'off' } },
  forbid(
    ['packages/core/src/**/*.ts'],
    [not(['node:*', 'node:*/**', '@bobbin/*', 'pg', 'react'], 'The core runs anywhere and imports nothing of ours')],
  ),

  forbid(['packages/client/src/**/*.ts'], [not(['node:*', '**/apps/**'], 'The client runs in browsers too')]),
  { files: ['packages/*/src/**/*.test.ts'], rules: { 'no-restricted-imports': 'off' } },
  forbid(['apps/cli/src/**/*.ts'], [not(['**/server/**', '**/web/**'], 'The command line knows the server by its API only')]),
  ...serverOrder,
  ...webOrder,
  forbid(
    ['apps/web/src/ui/**', 'apps/web/src/lib/**'],
    [not(['**/features/**', '**/context/**', '**/app/**'], 'ui and lib know no feature')],
  ),
  {
    files: ['apps/web/src/context/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: [not(['**/features/**', '**/app/**'], 'context stands below features')] }] },
  },
)
