/** What a recipe lets a plan choose. */
export interface RecipeParameter {
  name: string
  /** The only values that it may have; none: those that fit the pattern. */
  values: readonly string[]
  /** A regular expression for the whole value, without groups; at most two of its parts repeat without end. */
  pattern: string | null
  /** What it is where a plan says nothing. */
  fallback: string | null
  /** The variable that its process reads; null for `BOBBIN_PARAM_…`. */
  variable: string | null
}

export const PARAMETER_NAME = /^[A-Za-z_][A-Za-z0-9_]{0,59}$/
export const MOST_PARAMETER = 200

/**
 * Variables that programs obey: they load code, choose programs, files or servers, or turn checks off. From the manuals of the programs (ld.so(8), bash(1),
 * node(1), python(1), perlrun(1), ruby(1), java, git(1), curl(1), ssh(1), npm, Maven, Gradle, Go, PHP, .NET), and from memory where they name none.
 */
const DANGEROUS = new Set(
  `PATH HOME SHELL IFS ENV PS4 CDPATH GLOBIGNORE SHELLOPTS BASHOPTS PROMPT_COMMAND USER LOGNAME TMPDIR TEMP TMP PWD TERMINFO TERMCAP TERM LANGUAGE LOCPATH NLSPATH GCONV_PATH GETCONF_DIR
  HOSTALIASES LOCALDOMAIN RES_OPTIONS RESOLV_HOST_CONF TZDIR MALLOC_CONF EDITOR VISUAL PAGER LESSOPEN LESSCLOSE LESS MANPAGER BROWSER DISPLAY WAYLAND_DISPLAY XAUTHORITY
  SSLKEYLOGFILE CURL_HOME CURL_CA_BUNDLE REQUESTS_CA_BUNDLE WGETRC NETRC INPUTRC JAVA_HOME JDK_JAVA_OPTIONS JAVA_TOOL_OPTIONS CLASSPATH JAVA_OPTS
  M2_HOME ANT_OPTS ANT_ARGS CATALINA_OPTS GOPATH GOROOT GOFLAGS GOPROXY GONOSUMDB GONOSUMCHECK GOINSECURE GOPRIVATE GOSUMDB GOENV GOTOOLCHAIN GOTOOLDIR GOEXPERIMENT CC CXX CPP LD AR AS NM CFLAGS CXXFLAGS CPPFLAGS LDFLAGS
  MAKEFLAGS MAKEFILES MAKE RUBYOPT RUBYLIB RUBYSHELL GEM_HOME GEM_PATH PHPRC PHP_INI_SCAN_DIR COMPOSER_HOME LUA_PATH LUA_CPATH LUA_INIT TCLLIBPATH R_HOME R_PROFILE R_PROFILE_USER R_ENVIRON
  RUSTC RUSTFLAGS RUSTDOCFLAGS RUSTC_WRAPPER RUSTUP_HOME CARGO_HOME NODE_ENV ELECTRON_RUN_AS_NODE TS_NODE_PROJECT BABEL_ENV CI_CONFIG OPENSSL_CONF OPENSSL_MODULES OPENSSL_ENGINES SSL_CERT_FILE SSL_CERT_DIR SSLKEYLOG
  DOCKER_HOST DOCKER_CONFIG KUBECONFIG AWS_CONFIG_FILE AWS_SHARED_CREDENTIALS_FILE CHROME_PATH CHROME_BIN CHROMEDRIVER_PATH FIREFOX_BIN SUDO_ASKPASS SSH_ASKPASS SSH_AUTH_SOCK
  XDG_CONFIG_HOME XDG_DATA_HOME XDG_CACHE_HOME XDG_RUNTIME_DIR XDG_DATA_DIRS XDG_CONFIG_DIRS ALL_PROXY HTTP_PROXY HTTPS_PROXY FTP_PROXY NO_PROXY SOCKS_PROXY RSYNC_PROXY
  COMSPEC PATHEXT SYSTEMROOT WINDIR APPDATA LOCALAPPDATA USERPROFILE PSMODULEPATH COR_PROFILER COR_ENABLE_PROFILING COR_PROFILER_PATH GIT PERL5LIB PERL5OPT PERL5DB PERLLIB PERL5SHELL PERL_MM_OPT PERL_MB_OPT
  ERL_FLAGS ERL_AFLAGS ERL_ZFLAGS ERL_LIBS ELIXIR_ERL_OPTIONS MIX_HOME CORECLR_PROFILER CORECLR_ENABLE_PROFILING CORECLR_PROFILER_PATH MSBUILDSDKSPATH MSBUILD_EXE_PATH NUGET_PACKAGES VIRTUAL_ENV FAKETIME`.split(
    /\s+/,
  ),
)
const DANGEROUS_PREFIXES =
  /^(LD_|DYLD_|_RLD|GLIBC_|MALLOC_|BASH_|ZSH|ZDOTDIR|KSH|NODE_|NPM_|NVM_|YARN_|PNPM_|BUN_|DENO_|COREPACK_|VITEST_|JEST_|VITE_|MOCHA_|PLAYWRIGHT_|CYPRESS_|CUCUMBER_|PYTEST_|PYTHON|PIP_|UV_|POETRY_|CONDA_|PERL|RUBY|BUNDLE_|GEM_|JAVA_|_JAVA|JDK_|MAVEN_|MVN_|GRADLE_|KOTLIN_|SBT_|GIT_|SSH_|GNUPG|GPG_|CARGO_|RUST|GOFLAGS|CGO_|DOTNET_|CORECLR_|COR_|COMPLUS_|NUGET_|MSBUILD|PHP_|COMPOSER_|PUPPETEER_|SELENIUM_|SE_|DOCKER_|SUDO_|SYSTEMD_|BOBBIN_|LC_|ASAN_|LSAN_|TSAN_|UBSAN_|GCC_|GCONV_|OPENSSL_|SSL_|GTK_|QT_|TZ$|LANG$)/

/** Whether a program may obey a variable, whatever it is set to: nobody but the machine, or a recipe's own command, sets one. */
export function isDangerousVariable(name: string): boolean {
  const upper = name.toUpperCase()
  return DANGEROUS.has(upper) || DANGEROUS_PREFIXES.test(upper) || /(^|_)(PROXY|PRELOAD|OPTIONS|OPTS|FLAGS)$/.test(upper)
}

/** The variable that a parameter is read by. */
export const variableOf = ({ name, variable }: Pick<RecipeParameter, 'name' | 'variable'>): string =>
  variable ?? `BOBBIN_PARAM_${name.toUpperCase()}`

export type ParameterFault =
  | { code: 'name'; name: string }
  | { code: 'twice'; name: string }
  | { code: 'pattern'; name: string }
  | { code: 'variable'; name: string; variable: string }
  | { code: 'free'; name: string }
  | { code: 'fallback'; name: string }

/** What is wrong with the parameters that a recipe declares. */
export function parameterFaults(parameters: readonly RecipeParameter[]): ParameterFault[] {
  const names = new Set<string>()
  const variables = new Set<string>()
  return parameters.flatMap((parameter): ParameterFault[] => {
    const { name, values, pattern, fallback, variable } = parameter
    if (!PARAMETER_NAME.test(name)) return [{ code: 'name', name }]
    const read = variableOf(parameter)
    if (names.has(name) || variables.has(read)) return [{ code: 'twice', name }]
    names.add(name)
    variables.add(read)
    if (variable !== null && (!PARAMETER_NAME.test(variable) || isDangerousVariable(variable)))
      return [{ code: 'variable', name, variable }]
    if (values.length === 0 && pattern === null) return [{ code: 'free', name }]
    if (pattern !== null && !isPlainPattern(pattern)) return [{ code: 'pattern', name }]
    return fallback === null || fitsParameter(parameter, fallback) ? [] : [{ code: 'fallback', name }]
  })
}

/** Parts one after another, each a character, an escape or a class, of which two repeat without end: tried on a short value, it takes no time. */
function isPlainPattern(pattern: string): boolean {
  const plain =
    /^(?:(?:\[(?:[^\]\\]|\\.){1,100}\]|\\[dwsDWS.\\/+*?^$()[\]{}|-]|[^\\()[\]{}|*+?^$])(?:[*+?]|\{\d{1,3}(?:,\d{0,3})?\})?){1,50}$/
  if (pattern.length > 200 || !plain.test(pattern)) return false
  if ((pattern.match(/[*+]|,\}/g) ?? []).length > 2) return false
  try {
    new RegExp(`^(?:${pattern})$`)
    return true
  } catch {
    return false
  }
}

export function fitsParameter({ values, pattern }: RecipeParameter, value: unknown): value is string {
  if (typeof value !== 'string' || value.length > MOST_PARAMETER || /\p{Cc}/u.test(value)) return false
  if (values.length > 0) return values.includes(value)
  return pattern !== null && isPlainPattern(pattern) && new RegExp(`^(?:${pattern})$`).test(value)
}

/**
 * Variables of a process for what a plan chose: what a recipe does not declare, or a value that does not fit, is none.
 * @returns variables, and the names that did not become one
 */
export function parameterVariables(
  declared: readonly RecipeParameter[],
  chosen: Readonly<Record<string, unknown>>,
): { variables: Record<string, string>; unfit: string[] } {
  const variables: Record<string, string> = {}
  const unfit: string[] = []
  for (const parameter of declared) {
    const value = Object.hasOwn(chosen, parameter.name) ? chosen[parameter.name] : parameter.fallback
    const name = variableOf(parameter)
    if (value === null || value === undefined) continue
    if (!fitsParameter(parameter, value) || (parameter.variable !== null && isDangerousVariable(name))) unfit.push(parameter.name)
    else variables[name] = value
  }
  return { variables, unfit }
}
