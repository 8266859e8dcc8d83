import type { RunRow } from '@bobbin/client'

export interface TargetForm {
  pipeline: string
  build: string
  branch: string
  environment: string
  commit: string
  /** What the run is called among those of its build; empty for one that needs no name. */
  run: string
}

/**
 * A first guess where dropped files belong: as the newest run, its next build.
 * @param main the project's main branch
 */
export function guessTarget(newest: RunRow | undefined, main: string): TargetForm {
  if (!newest) return { pipeline: '', build: '1', branch: main, environment: '', commit: '', run: '' }
  const { pipeline, branch, environment } = newest.lane
  return { pipeline, branch, environment, build: nextBuild(newest.build), commit: '', run: '' }
}

/** The last number in a build's name, one higher: `412` → `413`, `2026.11.9` → `2026.11.10`. */
export function nextBuild(build: string): string {
  const match = /^(?:.*\D)?(\d+)$/s.exec(build)
  const digits = match?.[1]
  return digits === undefined ? '' : `${build.slice(0, -digits.length)}${Number(digits) + 1}`
}
