export interface OwnPostgres {
  url(name: string): string
  createDatabase(name: string): Promise<void>
  dropDatabase(name: string): Promise<void>
  ask(name: string, sql: string): Promise<string>
  stop(): Promise<void>
  destroy(): void
}
export function startPostgres(folder: string, say: (text: string) => void, options?: { quick?: boolean }): Promise<OwnPostgres>
