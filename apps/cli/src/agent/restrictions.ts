import { execFileSync } from 'node:child_process'
import { readFileSync, realpathSync } from 'node:fs'
import { resolve } from 'node:path'
import { UsageError } from '../exit-codes.js'

/** What whoever runs an agent lets it do, whatever its project says: a JSON file of the agent's machine. */
export interface Restrictions {
  /** Names of recipes; others are refused. */
  recipes?: string[]
  /** Folders that commands may run in, with all below. */
  folders?: string[]
  /** As whom commands run. */
  user?: string
  limitMinutes?: number
  memoryMb?: number
  outputMb?: number
}

const KNOWN = ['recipes', 'folders', 'user', 'limitMinutes', 'memoryMb', 'outputMb']

/** @throws UsageError for a file that can't be read, or says what is not known */
export function readRestrictions(file: string | undefined): Restrictions {
  if (file === undefined) return {}
  let read: unknown
  try {
    read = JSON.parse(readFileSync(file, 'utf8'))
  } catch (error) {
    throw new UsageError(`${file} could not be read: ${error instanceof Error ? error.message : String(error)}`)
  }
  if (typeof read !== 'object' || read === null || Array.isArray(read)) throw new UsageError(`${file} must hold a JSON object`)
  const unknown = Object.keys(read).find((name) => !KNOWN.includes(name))
  if (unknown !== undefined) throw new UsageError(`${file} names “${unknown}”, which is no restriction. There are ${KNOWN.join(', ')}`)
  const limits = read as Restrictions
  const isTexts = (value: unknown) => value === undefined || (Array.isArray(value) && value.every((one) => typeof one === 'string'))
  const isNumber = (value: unknown) => value === undefined || (typeof value === 'number' && value > 0)
  if (!isTexts(limits.recipes) || !isTexts(limits.folders))
    throw new UsageError(`“recipes” and “folders” in ${file} must be lists of texts`)
  if (![limits.limitMinutes, limits.memoryMb, limits.outputMb].every(isNumber))
    throw new UsageError(`Limits in ${file} must be numbers above 0`)
  if (limits.user !== undefined && (typeof limits.user !== 'string' || idsOf(limits.user) === null))
    throw new UsageError(`There is no user “${String(limits.user)}” on this machine, which ${file} names`)
  return limits
}

/** Why a recipe may not run here; null where it may. */
export function refusalOf({ recipes, folders }: Restrictions, recipe: string, folder: string): string | null {
  if (recipes && !recipes.includes(recipe)) return `This agent is not allowed to run the recipe “${recipe}”`
  const real = realpathSync(folder)
  const isBelow = (root: string) => `${real}/`.startsWith(`${resolve(root)}/`)
  if (folders && !folders.some(isBelow)) return `This agent is not allowed to run anything in ${folder}`
  return null
}

/** Numbers of a user and their group; null where there is none. */
export function idsOf(user: string): { uid: number; gid: number } | null {
  try {
    const id = (flag: string) => Number(execFileSync('id', [flag, '--', user], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }))
    return { uid: id('-u'), gid: id('-g') }
  } catch {
    return null
  }
}
