import { DatabaseError, type Sequelize } from 'sequelize'
import type { Request, Response } from 'express'
import type { ClientBase } from 'pg'
import { AsyncLocalStorage } from 'node:async_hooks'

/** A statement of a page that takes longer is broken off, in milliseconds; its reader is told so. */
export const READ_TIMEOUT_MS = 15_000

const QUERY_CANCELED = '57014'

/** A request that only reads, and the statements that it waits for. */
class ReadRequest {
  private readonly running = new Map<ReadConnection, Promise<unknown> | null>()
  private gone = false

  /** Nobody waits for the answer any more: what still runs is broken off. */
  leave(sequelize: Sequelize): void {
    this.gone = true
    for (const connection of this.running.keys()) this.cancel(sequelize, connection)
  }

  private cancel(sequelize: Sequelize, connection: ReadConnection): void {
    const { processID } = connection
    // the connection is not given back before: another statement would be broken off in place of this one
    const cancelled = sequelize.query('select pg_cancel_backend($1)', { bind: [processID] }).catch(() => undefined)
    this.running.set(connection, cancelled)
  }

  async run<T extends object>(sequelize: Sequelize, text: string, values: unknown[]): Promise<T[]> {
    const { connectionManager } = sequelize as unknown as { connectionManager: ConnectionManager }
    const connection = await connectionManager.getConnection({ type: 'SELECT', useMaster: false })
    try {
      // a statement that has not begun can't be broken off: it is not begun
      if (this.gone) throw Object.assign(new Error('nobody waits for this statement any more'), { code: QUERY_CANCELED })
      this.running.set(connection, null)
      return (await connection.query<T>(text, values)).rows
    } catch (error) {
      throw new DatabaseError(Object.assign(error as Error, { sql: text }))
    } finally {
      await this.running.get(connection)
      this.running.delete(connection)
      connectionManager.releaseConnection(connection)
    }
  }
}

type ReadConnection = ClientBase & { processID: number }
/** What Sequelize keeps to itself: a connection of its pools, and back. */
interface ConnectionManager {
  getConnection(options: { type: 'SELECT'; useMaster: boolean }): Promise<ReadConnection>
  releaseConnection(connection: ReadConnection): void
}

const storage = new AsyncLocalStorage<ReadRequest>()

/** The request that is being answered, where it only reads. */
export const readRequest = (): ReadRequest | undefined => storage.getStore()

/** Statements of requests that only read go over connections of their own, on which nothing takes long, and end with their request. */
export const readRequests =
  (sequelize: () => Sequelize) =>
  (request: Request, response: Response, next: () => void): void => {
    if (request.method !== 'GET' && request.method !== 'HEAD') return next()
    const reading = new ReadRequest()
    response.once('close', () => {
      if (!response.writableFinished) reading.leave(sequelize())
    })
    storage.run(reading, next)
  }
