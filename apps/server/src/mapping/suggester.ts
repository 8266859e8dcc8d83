import type { CaseToMap, KnownPair, ScriptToMap } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Worker } from 'node:worker_threads'
import { Sequelize } from 'sequelize-typescript'
import { announce } from '../events/announce.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import * as sql from './mapping-queries.js'
import type { SuggestAnswer, SuggestAsked, SuggestSaid } from './suggest-thread.js'

export const SUGGEST = 'mapping.suggest'

/** The thread as it was built; tests run the sources, beside which it is built. */
const THREAD = new URL('./suggest-thread.js', import.meta.url.replace('/apps/server/src/', '/apps/server/dist/'))
const TELL_MS = 500
/** Rows that go with one statement. */
const AT_ONCE = 5000

/** Computes the suggestions of a project in a thread of its own: after each scan, and when somebody asks for them. */
@Injectable()
export class Suggester {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    jobs: Jobs,
  ) {
    jobs.define<{ projectId: number }>({ name: SUGGEST, work: ({ projectId }) => this.suggest(projectId), retries: 2, withinSeconds: 1800 })
  }

  async suggest(projectId: number): Promise<void> {
    const bind = { projectId }
    const [scripts, cases, known] = await Promise.all([
      rowsOf<ScriptToMap>(this, sql.TO_MAP, bind),
      rowsOf<CaseToMap>(this, sql.ALL_CASES, bind),
      rowsOf<ScriptToMap & Pick<KnownPair, 'caseId' | 'verdict' | 'weighed'>>(this, sql.KNOWN_PAIRS, bind),
    ])
    await run(this, sql.BEGIN_SUGGESTING, { projectId, scripts: scripts.length })
    await announce(this, projectId, ['scripts'])
    const pairs = known.map(({ caseId, verdict, weighed, ...script }): KnownPair => ({ script, caseId, verdict, weighed }))
    const { suggestions: found, alike } = await this.inThread(projectId, { scripts, cases, known: pairs })
    await inTransaction(this, async (db) => {
      await run(db, 'delete from suggestion where project_id = $projectId', bind)
      for (let from = 0; from < found.length; from += AT_ONCE)
        await run(db, sql.STORE_SUGGESTIONS, { projectId, rows: JSON.stringify(found.slice(from, from + AT_ONCE)) })
      // the mapping page is opened next, and must not be planned for an empty table
      if (found.length > AT_ONCE) await run(db, 'analyze suggestion')
      await run(db, sql.STORE_ALIKE, { projectId, rows: JSON.stringify(alike) })
      await run(db, 'update suggesting set finished_at = now(), done = scripts where project_id = $projectId', bind)
      await announce(db, projectId, ['scripts'])
    })
  }

  private inThread(projectId: number, asked: SuggestAsked): Promise<SuggestAnswer> {
    const thread = new Worker(THREAD, { workerData: asked, execArgv: [], resourceLimits: { maxOldGenerationSizeMb: 1200 } })
    let told = Date.now()
    return new Promise<SuggestAnswer>((resolve, reject) => {
      thread.on('message', (said: SuggestSaid) => {
        if ('suggestions' in said) return resolve(said)
        if (Date.now() - told < TELL_MS) return
        told = Date.now()
        run(this, 'update suggesting set done = $done where project_id = $projectId', { projectId, done: said.done })
          .then(() => announce(this, projectId, ['scripts']))
          .catch(reject)
      })
      thread.on('error', reject)
      thread.on('exit', (code) => reject(new Error(`the thread of suggestions ended with ${code}`)))
    }).finally(() => void thread.terminate())
  }
}
