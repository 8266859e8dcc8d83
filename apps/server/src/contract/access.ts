export interface Me {
  account: { id: number; name: string; email: string; kind: AccountKind; serverAdmin: boolean; makesProjects: boolean }
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
  /** It ends then; null for one that was made before tokens had an end. */
  expiresAt: string | null
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

/** Somebody who may join a project by a link. */
export interface InvitationRow {
  id: number
  email: string
  invitedBy: string
  createdAt: string
  expiresAt: string
}

/** The link ends in the secret, which is shown this once. */
export interface MadeInvitation {
  invitation: InvitationRow
  secret: string
}

/** What the holder of a link sees. */
export interface InvitationSeen {
  project: string
  email: string
  invitedBy: string
}

export interface InvitationAccepted {
  /** The short name of the project. */
  project: string
}

/** An account, for administrators of the server. */
export interface AccountRow {
  id: number
  name: string
  email: string
  kind: AccountKind
  serverAdmin: boolean
  makesProjects: boolean
  /** How many projects it belongs to. */
  projects: number
}

/** A project, for administrators of the server. */
export interface ServerProject {
  id: number
  slug: string
  name: string
  /** Folders of the server, and hosts, where its sources may look. */
  folders: string[]
  hosts: string[]
  sources: number
}
