import { describe, expect, it } from 'vitest'
import { fitsParameter, isDangerousVariable, parameterFaults, parameterVariables, type RecipeParameter } from './parameters.js'

const parameter = (more: Partial<RecipeParameter> = {}): RecipeParameter => ({
  ...{ name: 'sailing', values: ['07:40', '09:10'], pattern: null, fallback: null, variable: null },
  ...more,
})

describe('variables that programs obey', () => {
  it.each(
    // each named in the manual of the program that obeys it
    'PATH LD_PRELOAD LD_LIBRARY_PATH DYLD_INSERT_LIBRARIES BASH_ENV ENV IFS PS4 NODE_OPTIONS NODE_PATH npm_config_script_shell PYTHONPATH PYTHONSTARTUP PYTHONHOME PYTEST_ADDOPTS PYTEST_PLUGINS JAVA_TOOL_OPTIONS JDK_JAVA_OPTIONS _JAVA_OPTIONS MAVEN_OPTS MAVEN_ARGS GRADLE_OPTS GIT_SSH_COMMAND GIT_CONFIG_COUNT GIT_EXEC_PATH http_proxy HTTPS_PROXY ALL_PROXY NODE_EXTRA_CA_CERTS NODE_TLS_REJECT_UNAUTHORIZED RUBYOPT RUBYLIB BUNDLE_GEMFILE PERL5OPT PERL5LIB PHPRC PHP_INI_SCAN_DIR GOFLAGS CGO_CFLAGS RUSTC_WRAPPER DOTNET_STARTUP_HOOKS CORECLR_PROFILER_PATH HOME TMPDIR SHELL EDITOR PAGER LESSOPEN GCONV_PATH OPENSSL_CONF SSLKEYLOGFILE ZDOTDIR CLASSPATH BOBBIN_TOKEN BOBBIN_URL PLAYWRIGHT_BROWSERS_PATH SSH_ASKPASS DOCKER_HOST'.split(' '), // prettier-ignore
  )('%s', (name) => expect(isDangerousVariable(name)).toBe(true))
  it.each('FARE_ZONE DECK BASE_URL SAILING DEPLOY_KEY API_HOST TIDE_MODE'.split(' '))('not %s', (name) =>
    expect(isDangerousVariable(name)).toBe(false),
  )
})

describe('parameters of a recipe', () => {
  it('reach a process under a prefix of their own, or the variable that the recipe names', () => {
    const declared = [parameter(), parameter({ name: 'deck', values: ['upper'], fallback: 'upper', variable: 'DECK' })]
    expect(parameterVariables(declared, { sailing: '07:40', NODE_OPTIONS: '--import=data:,' })).toEqual({
      variables: { BOBBIN_PARAM_SAILING: '07:40', DECK: 'upper' },
      unfit: [],
    })
  })
  it('that do not fit become none', () => {
    expect(parameterVariables([parameter()], { sailing: '$(id)' })).toEqual({ variables: {}, unfit: ['sailing'] })
    // what a recipe of an older server, or a tampered row, says is not obeyed either
    expect(parameterVariables([parameter({ variable: 'LD_PRELOAD' })], { sailing: '07:40' }).variables).toEqual({})
    expect(parameterVariables([parameter({ name: '__proto__' })], {}).variables).toEqual({})
  })
  it('fit as a whole', () => {
    const time = parameter({ values: [], pattern: '\\d{2}:\\d{2}' })
    expect(['07:40', '07:40\n', ' 07:40', '07:4', 7].map((value) => fitsParameter(time, value))).toEqual([true, false, false, false, false])
  })
  it.each([
    [parameter({ name: 'a b' }), 'name'],
    [parameter({ variable: 'NODE_OPTIONS' }), 'variable'],
    [parameter({ variable: 'A=B' }), 'variable'],
    [parameter({ values: [] }), 'free'],
    [parameter({ values: [], pattern: '(a+)+' }), 'pattern'],
    [parameter({ values: [], pattern: 'a*b*c*' }), 'pattern'],
    [parameter({ fallback: '12:00' }), 'fallback'],
  ] as const)('that are wrong: %j', (one, code) => expect(parameterFaults([one])).toMatchObject([{ code }]))
  it('have a name each', () => expect(parameterFaults([parameter(), parameter()])).toMatchObject([{ code: 'twice' }]))
})
