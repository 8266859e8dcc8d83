import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { describe, expect, inject, it } from 'vitest'
import { readConfig } from './config.js'
import { migrate } from './migrate.js'
import { THREAD_LIMITS } from './threads/thread-pool.js'

describe('readConfig', () => {
  it('has sensible defaults', () => {
    const env = { BOBBIN_DATABASE_URL: 'postgres://x', BOBBIN_SECRET: 'a secret of the tests', BOBBIN_READING_THREADS: '3' }
    expect(readConfig(env)).toEqual({
      reading: { thread: new URL('../reading-thread.js', import.meta.url), threads: 3, limits: THREAD_LIMITS },
      agentSilenceS: 60,
      databaseUrl: 'postgres://x',
      port: 4680,
      host: '127.0.0.1',
      webRoot: null,
      secureCookies: false,
      secret: 'a secret of the tests',
      proxies: 0,
      uploadIdleMs: 60_000,
      uploadsPerAddress: 256,
      blobs: '.bobbin/blobs',
      metricsToken: null,
      url: null,
      mail: null,
      oidc: null,
      queueBytes: 134_217_728,
      sourceFolders: [],
      sourceHosts: [],
      log: 'text',
    })
  })
  it('takes the address of a bucket, with its keys', () => {
    const env = { BOBBIN_DATABASE_URL: 'x', BOBBIN_SECRET: 'a secret of the tests', BOBBIN_BLOBS: 'https://store.quay.example/bobbin' }
    const keys = { BOBBIN_S3_ACCESS_KEY: 'a', BOBBIN_S3_SECRET_KEY: 's' }
    expect(readConfig({ ...env, ...keys }).blobs).toEqual({ url: env.BOBBIN_BLOBS, accessKey: 'a', secretKey: 's', region: 'us-east-1' })
    expect(() => readConfig(env)).toThrow(/BOBBIN_S3_ACCESS_KEY and BOBBIN_S3_SECRET_KEY must be set/)
    expect(() => readConfig({ ...env, ...keys, BOBBIN_BLOBS: 'https://store.quay.example' })).toThrow(/a bucket is named as/)
  })
  it('names what is missing or wrong', () => {
    expect(() => readConfig({})).toThrow(/BOBBIN_DATABASE_URL is not set/)
    expect(() => readConfig({ BOBBIN_DATABASE_URL: 'x', BOBBIN_PORT: 'eighty' })).toThrow(/BOBBIN_PORT is “eighty”/)
    expect(() => readConfig({ BOBBIN_DATABASE_URL: 'x', BOBBIN_SECRET: 'short' })).toThrow(/BOBBIN_SECRET is not set or shorter/)
  })
})

describe('migrate', () => {
  const withDatabase = async (use: (url: string, client: pg.Client) => Promise<void>) => {
    const admin = new pg.Client({ connectionString: inject('databaseUrl') })
    await admin.connect()
    const name = `migrate_${randomUUID().replaceAll('-', '')}`
    await admin.query(`create database ${name}`)
    const url = new URL(inject('databaseUrl'))
    url.pathname = `/${name}`
    const client = new pg.Client({ connectionString: url.href })
    await client.connect()
    try {
      await use(url.href, client)
    } finally {
      await client.end()
      await admin.query(`drop database ${name} with (force)`)
      await admin.end()
    }
  }

  it('applies each migration once, also when servers start at once', () =>
    withDatabase(async (url) => {
      const applied = await Promise.all([migrate(url), migrate(url), migrate(url)])
      expect(applied.flat()).toEqual([
        '0001-frame',
        '0002-accounts',
        '0003-cases',
        '0004-newest',
        '0005-run-changes',
        '0006-steps',
        '0007-attachments',
        '0008-coverage',
        '0009-deliveries',
        '0010-live',
        '0011-lasting',
        '0012-set-checks',
        '0013-told-attachments',
        '0014-lighter-storing',
        '0015-counted-claims',
        '0016-counted-once',
        '0017-invited',
        '0018-claims',
        '0019-acts',
        '0020-rights',
        '0021-runs',
        '0022-scans',
        '0023-running',
        '0024-causes',
        '0025-boards',
        '0026-manual',
        '0027-packs',
        '0028-looks',
        '0029-requirements',
        '0030-splits',
        '0031-alike-cases',
        '0032-learning',
        '0033-case-order',
        '0034-unset-times',
        '0035-quick-changes',
        '0036-recipe-parameters',
        '0037-proved-addresses',
      ])
      expect(await migrate(url)).toEqual([])
    }))

  it('leaves the database as it was when one fails, and says which', () =>
    withDatabase(async (url, client) => {
      await client.query('create table build (in_the_way int)')
      await expect(migrate(url)).rejects.toThrow(/Migration 0001-frame failed, the database is as it was before: .*build/)
      const { rows } = await client.query<{ count: string }>(
        `select count(*) from pg_tables where schemaname = 'public' and tablename in ('project', 'case', 'run')`,
      )
      expect(rows).toEqual([{ count: '0' }])
    }))

  it('makes the partitions of a month once, however many ask', () =>
    withDatabase(async (url, client) => {
      await migrate(url)
      await Promise.all(
        [1, 2, 3].map(async () => {
          const other = new pg.Client({ connectionString: url })
          await other.connect()
          await other.query(`select ensure_month('2026-11-23')`)
          await other.end()
        }),
      )
      const { rows } = await client.query<{ relname: string }>(
        `select relname from pg_class where relname in ('result_202611', 'attempt_202611') order by 1`,
      )
      expect(rows.map((row) => row.relname)).toEqual(['attempt_202611', 'result_202611'])
    }))
})
