export const ROOT: string
export const DATA: string
export const isRoot: boolean
export class Sorry extends Error {}
export function explain(error: unknown): string
export function checkRoom(folder: string, statfs?: (folder: string) => { bavail: number; bsize: number }): void
export interface RunOptions {
  quiet?: boolean
  env?: NodeJS.ProcessEnv
  cwd?: string
  uid?: number
  gid?: number
  input?: string
}
export function runProgram(command: string, args: string[], options?: RunOptions): Promise<string>
export function commandExists(command: string): boolean
export function isAlive(pid: number): boolean
export function commandLineOf(pid: number): string[] | null
export function freePort(): Promise<number>
export function portIsFree(port: number): Promise<boolean>
