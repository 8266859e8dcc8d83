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

/** What React asks of components and hooks; the rules of its compiler that hold without it, too. */
const HOOKS = {
  'react/rules-of-hooks': 'error',
  'react/exhaustive-deps': 'error',
  'react/set-state-in-effect': 'error',
  'react/set-state-in-render': 'error',
  'react/refs': 'error',
  'react/immutability': 'error',
  'react/preserve-manual-memoization': 'error',
  'react/use-memo': 'error',
  'react/static-components': 'error',
  'react/globals': 'error',
  'react/error-boundaries': 'error',
}

/** Mistakes, most of which only types show. */
const MISTAKES = {
  'no-var': 'error',
  'prefer-const': 'error',
  'prefer-rest-params': 'error',
  'prefer-spread': 'error',
  'no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
  'no-unused-expressions': 'error',
  'no-array-constructor': 'error',
  'typescript/await-thenable': 'error',
  'typescript/ban-ts-comment': 'error',
  'typescript/no-array-delete': 'error',
  'typescript/no-base-to-string': 'error',
  'typescript/no-duplicate-enum-values': 'error',
  'typescript/no-duplicate-type-constituents': 'error',
  'typescript/no-empty-object-type': 'error',
  'typescript/no-explicit-any': 'error',
  'typescript/no-extra-non-null-assertion': 'error',
  'typescript/no-floating-promises': 'error',
  'typescript/no-for-in-array': 'error',
  'typescript/no-implied-eval': 'error',
  'typescript/no-misused-new': 'error',
  'typescript/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
  'typescript/no-namespace': 'error',
  'typescript/no-non-null-asserted-optional-chain': 'error',
  'typescript/no-redundant-type-constituents': 'error',
  'typescript/no-require-imports': 'error',
  'typescript/no-this-alias': 'error',
  'typescript/no-unnecessary-type-assertion': 'error',
  'typescript/no-unnecessary-type-constraint': 'error',
  'typescript/no-unsafe-argument': 'error',
  'typescript/no-unsafe-assignment': 'error',
  'typescript/no-unsafe-call': 'error',
  'typescript/no-unsafe-declaration-merging': 'error',
  'typescript/no-unsafe-enum-comparison': 'error',
  'typescript/no-unsafe-function-type': 'error',
  'typescript/no-unsafe-member-access': 'error',
  'typescript/no-unsafe-return': 'error',
  'typescript/no-unsafe-unary-minus': 'error',
  'typescript/no-wrapper-object-types': 'error',
  'typescript/only-throw-error': 'error',
  'typescript/prefer-as-const': 'error',
  'typescript/prefer-namespace-keyword': 'error',
  'typescript/prefer-promise-reject-errors': 'error',
  'typescript/require-await': 'error',
  'typescript/restrict-plus-operands': 'error',
  'typescript/restrict-template-expressions': 'error',
  'typescript/triple-slash-reference': 'error',
  'typescript/unbound-method': 'error',
}

export default {
  plugins: ['typescript', 'react', 'import'],
  categories: { correctness: 'off' },
  env: { builtin: true },
  options: { typeAware: true },
  ignorePatterns: [
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
  overrides: [
    { files: ['**/*.ts', '**/*.tsx'], rules: { ...MISTAKES, 'import/no-default-export': 'error' } },
    { files: ['apps/web/**/*.{ts,tsx}'], rules: HOOKS },
    { files: ['**/*.config.ts', 'e2e/global-setup.ts'], rules: { 'import/no-default-export': 'off' } },
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
    forbid(['apps/web/src/context/**'], [not(['**/features/**', '**/app/**'], 'context stands below features')]),
  ],
}
