import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { createHash, timingSafeEqual } from 'node:crypto'
import { Sequelize } from 'sequelize-typescript'
import { CONFIG, type Config } from '../platform/config.js'
import { rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import type { FirstRunDto } from './access.dto.js'
import { firstRunCode } from './first-run-code.js'
import { countTry, rightGuess } from './guesses.js'
import { makeProject } from './make-project.js'
import { refuseWeak } from './passwords.js'
import { hashPassword } from './secrets.js'

/** The very first account and project, made by whoever opens a Bobbin that has none. */
@Injectable()
export class FirstRunService {
  constructor(
    @Inject(CONFIG) private readonly config: Config,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async needed(): Promise<boolean> {
    const rows = await rowsOf(this, 'select 1 as yes from account limit 1')
    return rows.length === 0
  }

  /** What the first account is made with, while there is none. */
  async code(): Promise<string | null> {
    return (await this.needed()) ? firstRunCode(this.config.secret) : null
  }

  /** @returns the id of the account */
  async make(dto: FirstRunDto, address: string): Promise<number> {
    if (!(await this.needed())) throw notFirst()
    const guess = { email: 'first run', address }
    const { tries } = await countTry(this, guess)
    if (!isSame(dto.code.trim().toUpperCase(), firstRunCode(this.config.secret)))
      throw new Problem('forbidden', 'wrongCode', 'The code is wrong. The server prints it where it was started')
    await rightGuess(this, guess, tries)
    await refuseWeak(dto.password, dto.email)
    const passwordHash = await hashPassword(dto.password)
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      // two people who come first at the same moment: one of them is second
      await run(db, 'lock table account in exclusive mode')
      const there = await rowsOf(db, 'select 1 as yes from account limit 1')
      if (there.length > 0) throw notFirst()
      const [account] = await rowsOf<{ id: number }>(
        db,
        `insert into account (email, name, kind, password_hash, server_admin, makes_projects, proved_at)
         values ($email, $person, $kind, $passwordHash, true, true, now()) returning id`,
        { email: dto.email, person: dto.person, kind: dto.kind, passwordHash },
      )
      if (!account) throw new Error('the account was not made')
      await makeProject(db, account.id, dto)
      return account.id
    })
  }
}

const notFirst = () => new Problem('conflict', 'notFirst', 'Somebody made the first account already. Sign in, or ask them to invite you')

const isSame = (a: string, b: string): boolean => {
  const [given, right] = [a, b].map((text) => createHash('sha256').update(text).digest())
  return given !== undefined && right !== undefined && timingSafeEqual(given, right)
}
