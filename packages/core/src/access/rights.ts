/** What somebody may be allowed to do, each named for the act. The hand-written truth is docs/rights.md. */
export const RIGHTS = {
  read: 'read everything',
  deliver: 'deliver results and work on deliveries',
  editCases: 'create and edit cases',
  organize: 'move and delete cases, areas and scripts',
  link: 'link scripts to cases',
  run: 'plan, stop and keep runs',
  start: 'start and stop runs of plans',
  runProtected: 'run on protected environments',
  editRecipes: 'edit recipes, which agents run',
  decide: 'decide on failures',
  approve: 'approve and retire cases',
  signOff: 'sign off runs and releases',
  manage: 'manage people and settings',
  work: 'take work as an agent',
} as const

export type Right = keyof typeof RIGHTS

export const ALL_RIGHTS = Object.keys(RIGHTS) as Right[]

const TESTER: Right[] = ['read', 'deliver', 'editCases', 'run', 'start', 'decide', 'signOff']
const DEVELOPER: Right[] = ['read', 'deliver', 'link', 'run', 'start', 'decide']

/** The roles that every project has. A project may make others. */
export const ROLES = {
  viewer: ['read'],
  tester: TESTER,
  developer: DEVELOPER,
  engineer: ['read', 'deliver', 'editCases', 'organize', 'link', 'run', 'start', 'editRecipes', 'decide', 'approve'],
  lead: ALL_RIGHTS,
} as const satisfies Record<string, readonly Right[]>

export type BuiltInRole = keyof typeof ROLES

export const BUILT_IN_ROLES = Object.keys(ROLES) as BuiltInRole[]

export const isBuiltInRole = (name: string): name is BuiltInRole => name in ROLES

/** What a token may do at most, by its scope. */
export const SCOPE_RIGHTS = {
  deliver: ['read', 'deliver'],
  read: ['read'],
  agent: ['deliver', 'work'],
  start: ['start'],
} as const satisfies Record<string, readonly Right[]>

export type TokenScope = keyof typeof SCOPE_RIGHTS

export const TOKEN_SCOPES = Object.keys(SCOPE_RIGHTS) as TokenScope[]

/**
 * Everything that somebody with some roles may do.
 * @param roles names of built-in roles, or of the project's own
 * @param own rights of the project's own roles, by name
 * @example rightsOf(['viewer', 'Release crew'], { 'Release crew': ['signOff'] }) // read, signOff
 */
export function rightsOf(roles: readonly string[], own: Readonly<Record<string, readonly Right[]>> = {}): Set<Right> {
  return new Set(roles.flatMap((role): readonly Right[] => (isBuiltInRole(role) ? ROLES[role] : (own[role] ?? []))))
}
