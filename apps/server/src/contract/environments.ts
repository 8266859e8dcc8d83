import type { MaintenanceWindow } from '@bobbin/core'

/** Where the system under test runs, and what runs there need. */
export interface Environment {
  id: number
  name: string
  /** Of the system under test. */
  address: string | null
  attributes: Record<string, string>
  /** Handed to runs in the environment of their process. */
  variables: Record<string, string>
  /** Names of secrets; their values are never shown again. */
  secrets: { name: string; setAt: string }[]
  /** What it can be tested with; none is every profile. */
  profiles: string[]
  /** Who automated runs sign in as there. */
  runAs: string | null
  maintenance: MaintenanceWindow[]
  probe: { url: string; status: number | null; text: string | null } | null
  /** What the last probe said; null before the first. */
  probed: { at: string; ok: boolean; said: string } | null
  protected: boolean
  /** While it is protected: open for runs until then. */
  open: { until: string; by: string; reason: string } | null
  /** Whether schedules may run in it while it is protected and open. */
  schedules: boolean
  /** Runs that it has; one with runs can't be deleted. */
  runs: number
}

/** What it is tested on. */
export interface Profile {
  id: number
  name: string
  browser: string | null
  device: string | null
  os: string | null
  locale: string | null
}

export interface EnvironmentList {
  rows: Environment[]
  profiles: Profile[]
}

/** A version that is being made ready. */
export interface Release {
  id: number
  name: string
  startsOn: string | null
  dueOn: string | null
  state: 'open' | 'closed'
  note: string
  runs: number
}

export interface ReleaseList {
  rows: Release[]
}

/** How far a release is in one environment: its newest runs, each test counted as its latest run there says. */
export interface ReleaseEnvironment {
  environment: string
  /** Parts of plans that are still to be run. */
  planned: number
  underWay: number
  done: number
  passed: number
  failed: number
  errored: number
  other: number
  lastRunId: number | null
}

export interface ReleaseSummary {
  release: Release
  environments: ReleaseEnvironment[]
  /** Names of plans that belong to it. */
  plans: { id: number; name: string }[]
}
