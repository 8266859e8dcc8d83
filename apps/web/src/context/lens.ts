import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import { useSession } from './session.js'

/** What every analysis looks through; it lives in the address bar. */
export interface Lens {
  /** null is all branches. */
  branch: string | null
  /** null is all environments. */
  environments: string[] | null
  /** How many of the newest builds of each lane are looked at. */
  span: number
  /** A browser, device or operating system; null is all. */
  profile: string | null
  /** null is all, and runs that belong to none. */
  release: string | null
  /** Trial runs in place of the record. */
  trial: boolean
}

export const DEFAULT_SPAN = 30
/** What the lens offers; an address may say another number. */
export const SPANS: readonly number[] = [10, 30, 60, 120]
const MOST_SPAN = 500
const ALL = '*'

/**
 * Without a word in the address the lens looks at the last 30 builds of the project's main branch in all environments.
 * @param main the project's main branch
 */
export function readLens(params: URLSearchParams, main: string): Lens {
  const branch = params.get('branch') ?? main
  const environments =
    params
      .get('env')
      ?.split(',')
      .filter((name) => name !== '') ?? []
  const builds = Number(params.get('builds') ?? DEFAULT_SPAN)
  const span = Number.isInteger(builds) && builds >= 1 && builds <= MOST_SPAN ? builds : DEFAULT_SPAN
  return {
    branch: branch === ALL ? null : branch,
    environments: environments.length > 0 ? environments : null,
    span,
    profile: params.get('profile') || null,
    release: params.get('release') || null,
    trial: params.get('trial') === '1',
  }
}

export type LensParams = Record<'branch' | 'env' | 'builds' | 'profile' | 'release' | 'trial', string | null>

/** The lens as changes to the address; the default leaves no trace. */
export function lensParams(lens: Lens, main: string): LensParams {
  const branch = lens.branch === main ? null : (lens.branch ?? ALL)
  const builds = lens.span === DEFAULT_SPAN ? null : String(lens.span)
  const { profile, release } = lens
  return { branch, env: lens.environments?.join(',') ?? null, builds, profile, release, trial: lens.trial ? '1' : null }
}

/** The query that carries the lens to the API. */
export function lensQuery(lens: Lens): LensQuery {
  return {
    ...(lens.branch !== null && { branch: lens.branch }),
    ...(lens.environments && { environments: lens.environments }),
    ...(lens.profile !== null && { profile: lens.profile }),
    ...(lens.release !== null && { release: lens.release }),
    ...(lens.trial && { trial: 'true' }),
    span: lens.span,
  }
}

export interface LensQuery {
  span: number
  branch?: string
  environments?: string[]
  profile?: string
  release?: string
  trial?: 'true'
}

export function useLens(): Lens {
  const [params] = useSearchParams()
  const { defaultBranch } = useSession().project
  return useMemo(() => readLens(params, defaultBranch), [params, defaultBranch])
}

/** The lens, and how a change of it stands in the address. */
export function useLensChange(): [lens: Lens, changed: (next: Partial<Lens>) => LensParams] {
  const lens = useLens()
  const { defaultBranch } = useSession().project
  return [lens, (next) => lensParams({ ...lens, ...next }, defaultBranch)]
}

/** The part of the address that every link inside the project keeps. */
export function useLensSearch(): string {
  const [, changed] = useLensChange()
  const search = new URLSearchParams()
  for (const [name, value] of Object.entries(changed({}))) if (value) search.set(name, value)
  return search.toString()
}
