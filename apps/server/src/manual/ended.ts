import { Injectable } from '@nestjs/common'
import type { Project } from '../access/index.js'
import type { InTransaction } from '../platform/database.js'

type Listener = (db: InTransaction, project: Project, startId: number) => Promise<void>

/** Tells whoever started work by hand that all of an assignment is done or closed, in the transaction in which that happens. */
@Injectable()
export class AssignmentEnded {
  private readonly listeners: Listener[] = []

  listen(listener: Listener): void {
    this.listeners.push(listener)
  }

  async tell(db: InTransaction, project: Project, startId: number): Promise<void> {
    for (const listener of this.listeners) await listener(db, project, startId)
  }
}
