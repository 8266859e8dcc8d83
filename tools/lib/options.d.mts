export const HELP: string
export interface StartOptions {
  port: number
  fresh: boolean
  empty: boolean
  help: boolean
  databaseUrl: string | null
}
export function readOptions(args: string[], env: Record<string, string | undefined>): StartOptions
