import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { hashPassword, randomSecret, type Context } from '../access/index.js'
import type { MadeMember, Member, Role } from '../contract/index.js'
import { rowsOf, run, type Queryable } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import type { NewMemberDto } from './projects.dto.js'

const MEMBERS = `
select a.id, a.name, a.email, a.kind, m.role from account a join membership m on m.account_id = a.id
where m.project_id = $projectId and ($id::int is null or a.id = $id) order by a.name`

/** Who belongs to a project. */
@Injectable()
export class MembersService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  list({ project }: Context): Promise<Member[]> {
    return rowsOf<Member>(this, MEMBERS, { projectId: project.id, id: null })
  }

  /** Adds somebody by e-mail address; who has no account gets one, with a first password to hand over. */
  async add({ project }: Context, dto: NewMemberDto): Promise<MadeMember> {
    const password = randomSecret().slice(0, 16)
    const passwordHash = await hashPassword(password)
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      const [known] = await rowsOf<{ id: number }>(db, 'select id from account where lower(email) = lower($email)', { email: dto.email })
      const id = known?.id ?? (await this.makeAccount(db, dto, passwordHash))
      const added = await rowsOf(
        db,
        'insert into membership (project_id, account_id) values ($projectId, $id) on conflict do nothing returning account_id',
        { projectId: project.id, id },
      )
      if (added.length === 0) throw new Problem('conflict', 'member', `${dto.email} belongs to this project already`)
      const [member] = await rowsOf<Member>(db, MEMBERS, { projectId: project.id, id })
      if (!member) throw notFound('member', id)
      return { member, password: known ? null : password }
    })
  }

  private async makeAccount(db: Queryable, { email, name, kind }: NewMemberDto, passwordHash: string): Promise<number> {
    if (name === '') throw new Problem('invalid', 'noName', `${email} has no account yet; say what the person is called`)
    const [made] = await rowsOf<{ id: number }>(
      db,
      'insert into account (email, name, kind, password_hash) values ($email, $name, $kind, $passwordHash) returning id',
      { email, name, kind, passwordHash },
    )
    if (!made) throw new Error('the account was not made')
    return made.id
  }

  async setRole({ project }: Context, id: number, role: Role): Promise<Member> {
    await this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      await run(db, 'update membership set role = $role where project_id = $projectId and account_id = $id', {
        role,
        projectId: project.id,
        id,
      })
      await this.keeperStays(db, project.id)
    })
    const [member] = await rowsOf<Member>(this, MEMBERS, { projectId: project.id, id })
    if (!member) throw notFound('member', id)
    return member
  }

  /** Takes somebody out of the project. Their account and what they did stay; their tokens of the project end. */
  async remove({ project }: Context, id: number): Promise<void> {
    await this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      const bind = { projectId: project.id, id }
      const removed = await rowsOf(db, 'delete from membership where project_id = $projectId and account_id = $id returning role', bind)
      if (removed.length === 0) throw notFound('member', id)
      await this.keeperStays(db, project.id)
      await run(
        db,
        'update api_token set revoked_at = now() where project_id = $projectId and account_id = $id and revoked_at is null',
        bind,
      )
    })
  }

  private async keeperStays(db: Queryable, projectId: number): Promise<void> {
    const rows = await rowsOf(db, `select 1 as yes from membership where project_id = $projectId and role = 'keeper' limit 1`, {
      projectId,
    })
    if (rows.length === 0) throw new Problem('conflict', 'lastKeeper', 'Somebody must keep the project. Make another member keeper first')
  }
}
