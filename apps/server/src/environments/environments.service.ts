import { type MaintenanceWindow, recurrenceFault, isDangerousVariable } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, mustBeAble } from '../access/index.js'
import type { Environment, EnvironmentList, Profile } from '../contract/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { addRow, changeRow, removeRow } from '../platform/kept-rows.js'
import { notFound, Problem } from '../platform/problem.js'
import { hostsOf } from '../platform/reachable.js'
import { seal, unseal } from '../platform/sealed.js'
import { ENVIRONMENT_ROWS, PROFILE_ROWS } from './environment-queries.js'
import { asWindows, type EnvironmentDto, type OpenEnvironmentDto, type ProfileDto } from './environments.dto.js'
import { ENVIRONMENTS, PROFILES } from './kept.js'
import { probe } from './probe.js'

type Row = Omit<Environment, 'probe' | 'probed' | 'open'> & {
  probeUrl: string | null
  probeStatus: number | null
  probeText: string | null
  probedAt: Date | null
  probeOk: boolean | null
  probeSaid: string | null
  openedUntil: Date | null
  openedReason: string | null
  openedBy: string | null
}

/** Where systems under test run, and what protects them. */
@Injectable()
export class EnvironmentsService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async list({ project }: Context): Promise<EnvironmentList> {
    const [rows, profiles] = await Promise.all([
      rowsOf<Row>(this, ENVIRONMENT_ROWS, { projectId: project.id, id: null }),
      rowsOf<Profile>(this, PROFILE_ROWS, { projectId: project.id }),
    ])
    return { rows: rows.map(environmentOf), profiles }
  }

  async get({ project }: Context, id: number): Promise<Environment> {
    const [row] = await rowsOf<Row>(this, ENVIRONMENT_ROWS, { projectId: project.id, id })
    if (!row) throw notFound('environment', id)
    return environmentOf(row)
  }

  async add(context: Context, dto: EnvironmentDto): Promise<Environment> {
    if (dto.protected || dto.schedules) mustBeAble(context, 'runProtected')
    return this.get(context, await addRow(this, context, ENVIRONMENTS, valuesOf(dto)))
  }

  async edit(context: Context, id: number, dto: EnvironmentDto): Promise<Environment> {
    const before = await this.get(context, id)
    // who may not run there may not take the protection away either
    if (dto.protected !== before.protected || dto.schedules !== before.schedules) mustBeAble(context, 'runProtected')
    await changeRow(this, context, ENVIRONMENTS, id, valuesOf(dto), async (db) => {
      if (!dto.protected)
        await run(db, 'update environment set opened_until = null, opened_by = null, opened_reason = null where id = $id', { id })
    })
    return this.get(context, id)
  }

  async remove(context: Context, id: number): Promise<void> {
    const { runs, name } = await this.get(context, id)
    if (runs > 0)
      throw new Problem(
        'conflict',
        'hasRuns',
        `${name} has ${runs} ${runs === 1 ? 'run' : 'runs'}, which would be lost with it; it can’t be deleted`,
      )
    await removeRow(this, context, ENVIRONMENTS, id)
  }

  async setSecret(context: Context, id: number, name: string, value: string): Promise<Environment> {
    checkNames({ [name]: value })
    if (value.length < MIN_SECRET)
      throw new Problem(
        'invalid',
        'secret',
        `A secret has at least ${MIN_SECRET} characters: a shorter one can’t be told from other text where it is masked`,
      )
    await this.act(context, id, 'environment.secretSet', name, (db) =>
      run(
        db,
        `insert into environment_secret (environment_id, name, sealed) values ($id, $name, $sealed)
         on conflict (environment_id, name) do update set sealed = excluded.sealed, set_at = now()`,
        { id, name, sealed: seal(value, this.config.secret) },
      ),
    )
    return this.get(context, id)
  }

  async removeSecret(context: Context, id: number, name: string): Promise<Environment> {
    await this.act(context, id, 'environment.secretRemoved', name, async (db) => {
      const rows = await rowsOf(db, 'delete from environment_secret where environment_id = $id and name = $name returning 1 as yes', {
        id,
        name,
      })
      if (rows.length === 0) throw notFound('secret', name)
    })
    return this.get(context, id)
  }

  /** What runs get; never shown. @throws Error where they were sealed with another secret of the server */
  async secretsOf(environmentId: number): Promise<Record<string, string>> {
    const rows = await rowsOf<{ name: string; sealed: Buffer }>(
      this,
      'select name, sealed from environment_secret where environment_id = $environmentId',
      {
        environmentId,
      },
    )
    return Object.fromEntries(rows.map(({ name, sealed }) => [name, unseal(sealed, this.config.secret)]))
  }

  /** Lets a protected environment take runs, for a time and with a reason. */
  async open(context: Context, id: number, { minutes, reason }: OpenEnvironmentDto): Promise<Environment> {
    await this.act(context, id, 'environment.opened', reason, async (db) => {
      const rows = await rowsOf(
        db,
        `update environment set opened_until = now() + $minutes::int * interval '1 minute', opened_by = $by, opened_reason = $reason
         where id = $id and protected returning 1 as yes`,
        { id, minutes, reason, by: context.caller.accountId },
      )
      if (rows.length === 0) throw new Problem('conflict', 'notProtected', 'This environment is not protected; it takes runs as it is')
    })
    return this.get(context, id)
  }

  async close(context: Context, id: number): Promise<Environment> {
    await this.act(context, id, 'environment.closed', null, (db) =>
      run(db, 'update environment set opened_until = null, opened_by = null, opened_reason = null where id = $id', { id }),
    )
    return this.get(context, id)
  }

  /** Asks the environment's probe now, and keeps what it said. */
  async probe(context: Context, id: number): Promise<Environment> {
    const environment = await this.get(context, id)
    if (!environment.probe)
      throw new Problem('conflict', 'noProbe', `${environment.name} has no probe; name an address that tells whether it is there`)
    await this.keepProbe(id, environment.probe)
    return this.get(context, id)
  }

  /** Tries a probe before an environment is used. @returns null where it has none */
  async tryProbe(id: number): Promise<{ ok: boolean; said: string } | null> {
    const [row] = await rowsOf<{ url: string | null; status: number | null; text: string | null }>(
      this,
      'select probe_url as url, probe_status as status, probe_text as text from environment where id = $id',
      { id },
    )
    return row?.url ? this.keepProbe(id, { ...row, url: row.url }) : null
  }

  private async keepProbe(
    id: number,
    what: { url: string; status: number | null; text: string | null },
  ): Promise<{ ok: boolean; said: string }> {
    const [environment] = await rowsOf<{ projectId: number }>(this, 'select project_id as "projectId" from environment where id = $id', {
      id,
    })
    const told = await probe(what, await hostsOf(this, this.config, environment?.projectId ?? 0))
    await run(this, 'update environment set probed_at = now(), probe_ok = $ok, probe_said = $said where id = $id', { id, ...told })
    return told
  }

  async addProfile(context: Context, dto: ProfileDto): Promise<EnvironmentList> {
    await addRow(this, context, PROFILES, { ...dto })
    return this.list(context)
  }

  async editProfile(context: Context, id: number, dto: ProfileDto): Promise<EnvironmentList> {
    await changeRow(this, context, PROFILES, id, { ...dto })
    return this.list(context)
  }

  removeProfile(context: Context, id: number): Promise<void> {
    return removeRow(this, context, PROFILES, id)
  }

  private async act(
    context: Context,
    id: number,
    kind: 'environment.secretSet' | 'environment.secretRemoved' | 'environment.opened' | 'environment.closed',
    reason: string | null,
    work: (db: InTransaction) => Promise<void>,
  ): Promise<void> {
    const { project, caller } = context
    const { name } = await this.get(context, id)
    const watched = { kind: 'environment', where: 't.id = $id and t.project_id = $projectId', bind: { id, projectId: project.id } } as const
    await inTransaction(this, (db) =>
      recordOf(db, { actor: actorOf(caller), projectId: project.id, kind, reason, subject: { id, name } }, [watched], () => work(db)),
    )
  }
}

function valuesOf(dto: EnvironmentDto) {
  const windows = asWindows(dto.maintenance)
  checkWindows(windows)
  checkNames({ ...dto.variables })
  if (dto.schedules && !dto.protected)
    throw new Problem('invalid', 'schedules', 'Only a protected environment has this switch; others take schedules as they are')
  const texts = Object.entries(dto.attributes)
  if (texts.length > 100 || texts.some(([key, value]) => typeof value !== 'string' || key.length > 100 || value.length > 2000))
    throw new Problem('invalid', 'attributes', 'Attributes are up to 100 keys with a text each')
  return {
    ...dto,
    maintenance: windows,
    address: dto.address || null,
    probeUrl: dto.probeUrl || null,
    probeText: dto.probeText || null,
    runAs: dto.runAs || null,
  }
}

/** @throws Problem invalid for a window that can't be counted */
export function checkWindows(windows: readonly MaintenanceWindow[]): void {
  for (const { recurrence, at } of windows) {
    if (!recurrence && !at) throw new Problem('invalid', 'window', 'A maintenance window is at a time, or recurs')
    const fault = recurrence && recurrenceFault(recurrence)
    if (fault) throw new Problem('invalid', 'recurrence', recurrenceProblem(fault))
  }
}

export function recurrenceProblem(fault: NonNullable<ReturnType<typeof recurrenceFault>>): string {
  switch (fault.code) {
    case 'zone':
      return `There is no time zone “${fault.value}”. Name one as Europe/Oslo`
    case 'start':
      return `“${fault.value}” is no date and time, as 2026-11-30T06:00`
    case 'tooOften':
      return 'It would start more often than every five minutes'
    case 'rule':
      return `“${fault.value}” is no recurrence rule (RFC 5545): ${fault.message}`
  }
}

/** Characters. */
const MIN_SECRET = 6

/** @throws Problem invalid for what can be no environment variable, or is one that programs obey */
export function checkNames(variables: Record<string, unknown>): void {
  for (const [name, value] of Object.entries(variables)) {
    if (!/^[A-Za-z_][A-Za-z0-9_]{0,99}$/.test(name))
      throw new Problem('invalid', 'variable', `“${name.slice(0, 100)}” can be no variable: letters, digits and _`)
    if (isDangerousVariable(name))
      throw new Problem(
        'invalid',
        'variable',
        `${name} can’t be set: programs obey it. Choose a name of your own, and read it in the tests`,
      )
    if (typeof value !== 'string' || value.length > 20_000 || value.includes('\0'))
      throw new Problem('invalid', 'variable', `The value of ${name} must be a text of up to 20,000 characters`)
  }
}

function environmentOf(row: Row): Environment {
  const { probeUrl, probeStatus, probeText, probedAt, probeOk, probeSaid, openedUntil, openedReason, openedBy, ...environment } = row
  return {
    ...environment,
    probe: probeUrl === null ? null : { url: probeUrl, status: probeStatus, text: probeText },
    probed: probedAt === null ? null : { at: probedAt.toISOString(), ok: probeOk ?? false, said: probeSaid ?? '' },
    open:
      openedUntil !== null && openedUntil.getTime() > Date.now()
        ? { until: openedUntil.toISOString(), by: openedBy ?? '', reason: openedReason ?? '' }
        : null,
  }
}
