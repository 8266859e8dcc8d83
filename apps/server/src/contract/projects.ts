import type { AccountKind, ProjectInfo, Role } from './access.js'

export interface Member {
  id: number
  name: string
  email: string
  kind: AccountKind
  role: Role
}

/**
 * What becomes of a test that no case claims: it is set aside and listed; a case is made for it, in the area that mirrors its folder;
 * or it is listed for a person to decide.
 */
export type UnknownTests = 'aside' | 'make' | 'ask'

/** How a project takes results in, and how long it keeps them. */
export interface ProjectRules {
  unknownTests: UnknownTests
  /** For so many days output, attachments and delivered files are kept; null is for ever. */
  keepDetailsDays: number | null
}

export interface MadeProject {
  project: ProjectInfo
}

/** What there is to look through in a project. */
export interface LensOptions {
  branches: { name: string; builds: number }[]
  environments: { name: string; protected: boolean }[]
  pipelines: { name: string }[]
  /** Builds of what the lens shows that are older than its span: none of their runs is seen. */
  olderBuilds: number
}
