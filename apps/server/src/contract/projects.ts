import type { Right, UnknownTests } from '@bobbin/core'
import type { AccountKind, ProjectInfo } from './access.js'

export type { UnknownTests }

export interface Member {
  id: number
  name: string
  email: string
  kind: AccountKind
  role: string
  /** Names of their teams. */
  teams: string[]
}

/** A role, built in or the project's own. */
export interface RoleRow {
  /** Null for one that every project has. */
  id: number | null
  name: string
  rights: Right[]
  members: number
}

/** People who own areas and source folders. */
export interface Team {
  id: number
  name: string
  /** What its members may do besides what their own roles say; null adds nothing. */
  role: string | null
  folders: string[]
  members: { id: number; name: string }[]
  areas: { id: number; name: string }[]
}

/** What somebody has to do with in a project: what becomes of it is said when they are removed. */
export interface MemberWork {
  /** Cases that they own. */
  cases: number
  /** Tokens that end. */
  tokens: number
  /** Sources that check in their name, and stop. */
  sources: number
  /** Views of theirs that others use. */
  sharedViews: number
  teams: string[]
}

/** How a project takes results in, and how long it keeps them. */
export interface ProjectRules {
  unknownTests: UnknownTests
  /** A key that several tests of the code declare is a finding. */
  oneScriptPerKey: boolean
  /** For so many days output, attachments and delivered files are kept; null is for ever. */
  keepDetailsDays: number | null
  /** For so many days the audit log is kept; null is for ever. */
  keepActsDays: number | null
  /** So many tests may be in quarantine at once. */
  quarantineLimit: number
  /** A cause whose tests passed in so many builds in a row is resolved by itself; null is never. */
  resolveAfter: number | null
  /** Suggested causes at least so sure are taken without a person; null is never. */
  decideAbove: number | null
}

export interface MadeProject {
  project: ProjectInfo
}

/** What there is to look through in a project. */
export interface LensOptions {
  branches: { name: string; builds: number }[]
  environments: { name: string; protected: boolean }[]
  pipelines: { name: string }[]
  releases: { name: string }[]
  /** Browsers, devices and operating systems that runs were made on. */
  profiles: { name: string }[]
  /** Builds of what the lens shows that are older than its span: none of their runs is seen. */
  olderBuilds: number
}
