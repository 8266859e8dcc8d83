import { useMemo } from 'react'
import { useSearchParams } from 'react-router'

/** What every analysis looks through; it lives in the address bar. */
export interface Lens {
  /** null is all branches. */
  branch: string | null
  /** null is all environments. */
  environments: string[] | null
}

export const DEFAULT_BRANCH = 'main'
const ALL = '*'

/** Without a word in the address the lens looks at `main` in all environments. */
export function readLens(params: URLSearchParams): Lens {
  const branch = params.get('branch') ?? DEFAULT_BRANCH
  const environments =
    params
      .get('env')
      ?.split(',')
      .filter((name) => name !== '') ?? []
  return { branch: branch === ALL ? null : branch, environments: environments.length > 0 ? environments : null }
}

/** The lens as changes to the address; the default leaves no trace. */
export function lensParams(lens: Lens): { branch: string | null; env: string | null } {
  const branch = lens.branch === DEFAULT_BRANCH ? null : (lens.branch ?? ALL)
  return { branch, env: lens.environments?.join(',') ?? null }
}

/** The query that carries the lens to the API. */
export function lensQuery(lens: Lens): LensQuery {
  return { ...(lens.branch !== null && { branch: lens.branch }), ...(lens.environments && { environments: lens.environments }) }
}

export interface LensQuery {
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
  const { branch, env } = lensParams(lens)
  const search = new URLSearchParams()
  if (branch) search.set('branch', branch)
  if (env) search.set('env', env)
  return search.toString()
}
