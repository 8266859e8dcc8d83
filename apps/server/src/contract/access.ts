export interface Me {
  account: { id: number; name: string; email: string; kind: AccountKind }
  projects: ProjectInfo[]
}

export type AccountKind = 'engineer' | 'tester' | 'developer' | 'lead'

/** A keeper adds people to a project and changes it. */
export type Role = 'keeper' | 'member'

export interface ProjectInfo {
  slug: string
  name: string
  keyPrefix: string
  role: Role
}

/** Where somebody is signed in. */
export interface SessionRow {
  id: number
  current: boolean
  createdAt: string
  lastSeenAt: string
  /** What the browser says of itself. */
  agent: string
  address: string
}

export type TokenScope = 'deliver' | 'read'

export interface TokenRow {
  id: number
  name: string
  scope: TokenScope
  by: string
  createdAt: string
  lastUsedAt: string | null
}

/** The secret is shown this once; only its hash is kept. */
export interface MadeToken {
  token: TokenRow
  secret: string
}

export interface FirstRun {
  /** Nobody has an account yet: whoever comes first makes one. */
  needed: boolean
}
