import { createTwoFilesPatch } from 'diff'

/** A change of a file as `git apply` takes it; empty where nothing changed. */
export function patchOf(file: string, before: string, after: string): string {
  if (before === after) return ''
  const patch = createTwoFilesPatch(`a/${file}`, `b/${file}`, before, after, undefined, undefined, { context: 3 })
  return `diff --git a/${file} b/${file}\n${patch.slice(patch.indexOf('--- '))}`
}
