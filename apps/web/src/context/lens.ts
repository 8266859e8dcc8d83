import { useMemo } from 'react'
import { useSearchParams } from 'react-router'

/** What every analysis looks through; it lives in the address bar. */
export interface Lens {
  /** null is all branches. */
  branch: string | null
  /** null is all environments. */
  environments: string[] | null
  /** How many of the newest builds of each lane are looked at. */
  span: number
}

export const DEFAULT_BRANCH = 'main'
export const DEFAULT_SPAN = 30
/** What the lens offers; an address may say another number. */
export const SPANS: readonly number[] = [10, 30, 60, 120]
const MOST_SPAN = 500
const ALL = '*'

/** Without a word in the address the lens looks at the last 30 builds of `main` in all environments. */
export function readLens(params: URLSearchParams): Lens {
  const branch = params.get('branch') ?? DEFAULT_BRANCH
  const environments =
    params
      .get('env')
      ?.split(',')
      .filter((name) => name !== '') ?? []
  const builds = Number(params.get('builds') ?? DEFAULT_SPAN)
  const span = Number.isInteger(builds) && builds >= 1 && builds <= MOST_SPAN ? builds : DEFAULT_SPAN
  return { branch: branch === ALL ? null : branch, environments: environments.length > 0 ? environments : null, span }
}

/** The lens as changes to the address; the default leaves no trace. */
export function lensParams(lens: Lens): { branch: string | null; env: string | null; builds: string | null } {
  const branch = lens.branch === DEFAULT_BRANCH ? null : (lens.branch ?? ALL)
  return { branch, env: lens.environments?.join(',') ?? null, builds: lens.span === DEFAULT_SPAN ? null : String(lens.span) }
}

/** The query that carries the lens to the API. */
export function lensQuery(lens: Lens): LensQuery {
  return {
    ...(lens.branch !== null && { branch: lens.branch }),
    ...(lens.environments && { environments: lens.environments }),
    span: lens.span,
  }
}

export interface LensQuery {
  span: number
  branch?: string
  environments?: string[]
}

export function useLens(): Lens {
  const [params] = useSearchParams()
  return useMemo(() => readLens(params), [params])
}

/** The part of the address that every link inside the project keeps. */
export function useLensSearch(): string {
  const lens = useLens()
  const { branch, env, builds } = lensParams(lens)
  const search = new URLSearchParams()
  if (branch) search.set('branch', branch)
  if (env) search.set('env', env)
  if (builds) search.set('builds', builds)
  return search.toString()
}
