import type { AccountKind, Right, TokenScope } from '@bobbin/core'

export type { AccountKind, TokenScope }

export interface Me {
  account: { id: number; name: string; email: string; kind: AccountKind; serverAdmin: boolean; makesProjects: boolean }
  projects: ProjectInfo[]
}

export interface ProjectInfo {
  slug: string
  name: string
  keyPrefix: string
  /** The branch that everything looks at where nobody says another. */
  defaultBranch: string
  /** The name of one's role: a built-in one, or one of the project's own. */
  role: string
  /** What one may do: what the role allows, and those of one's teams. */
  rights: Right[]
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

export interface TokenRow {
  id: number
  name: string
  scope: TokenScope
  by: string
  /** Whose it is: they may revoke it themselves. */
  accountId: number
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
  /** What they become. */
  role: string
  invitedBy: string
  createdAt: string
  expiresAt: string
}

/** The link ends in the secret, which is shown this once; a link that was mailed is shown to nobody else. */
export interface MadeInvitation {
  invitation: InvitationRow
  secret: string | null
  /** It was sent by mail, too. */
  mailed: boolean
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

/** How one can sign in here. */
export interface SignInWays {
  /** What stands on the button of the other place where people can sign in; null where there is none. */
  oidc: string | null
  /** A forgotten password can be set anew by a link that comes by mail. */
  mail: boolean
}

/** A link that sets a password anew; it ends in the secret, which is shown this once. */
export interface MadeResetLink {
  secret: string
  expiresAt: string
}

/** Whose password a link sets anew. */
export interface ResetSeen {
  name: string
  email: string
}
