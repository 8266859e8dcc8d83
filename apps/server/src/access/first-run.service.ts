import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import type { FirstRunDto } from './access.dto.js'
import { makeProject } from './make-project.js'
import { hashPassword } from './secrets.js'

/** The very first account and project, made by whoever opens a Bobbin that has none. */
@Injectable()
export class FirstRunService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async needed(): Promise<boolean> {
    const rows = await rowsOf(this, 'select 1 as yes from account limit 1')
    return rows.length === 0
  }

  /** @returns the id of the account */
  async make(dto: FirstRunDto): Promise<number> {
    const passwordHash = await hashPassword(dto.password)
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      // two people who come first at the same moment: one of them is second
      await run(db, 'lock table account in exclusive mode')
      const there = await rowsOf(db, 'select 1 as yes from account limit 1')
      if (there.length > 0)
        throw new Problem('conflict', 'notFirst', 'Somebody made the first account already. Sign in, or ask them to add you')
      const [account] = await rowsOf<{ id: number }>(
        db,
        'insert into account (email, name, kind, password_hash) values ($email, $person, $kind, $passwordHash) returning id',
        { email: dto.email, person: dto.person, kind: dto.kind, passwordHash },
      )
      if (!account) throw new Error('the account was not made')
      await makeProject(db, account.id, dto)
      return account.id
    })
  }
}
