#!/usr/bin/env node
// npm run bench: what the goals say about speed, measured here and now, written to docs/benchmarks.md.
// With names of parts (npm run bench -- parsing delivery) only those are measured, and only their rows are written anew.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { cpus, totalmem } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt } from '../lib/build.mjs'
import { startPostgres } from '../lib/postgres.mjs'
import { DATA, ROOT } from '../lib/process.mjs'
import { benchDelivery } from './delivery.mjs'
import { benchFirstPage } from './first-page.mjs'
import { benchFormats } from './formats.mjs'
import { makeCases, makeHistory } from './history.mjs'
import { benchLatency, benchReporter } from './live.mjs'
import { Figures } from './measure.mjs'
import { benchPages } from './pages.mjs'
import { benchFailures } from './failures.mjs'
import { benchMapping } from './mapping.mjs'
import { benchPlans } from './plans.mjs'
import { benchParsing } from './parsing.mjs'
import { benchReading } from './reading.mjs'
import { startBench } from './server.mjs'
import { benchThroughput } from './throughput.mjs'

const RESULTS = 5_000_000
/** What a delivery costs must not grow with history. */
const MORE_RESULTS = 20_000_000
const say = (text) => console.log(text)
const figures = new Figures()
const wanted = process.argv.slice(2)
const wants = (part) => wanted.length === 0 || wanted.includes(part)
const home = join(DATA, `bench-${process.pid}`)
mkdirSync(home, { recursive: true })
await ensureBuilt(say)
const postgres = await startPostgres(home, say)
try {
  if (wants('parsing')) await benchParsing(figures, home)
  if (wants('formats')) benchFormats(figures, home)
  const inDatabase = async (name, use) => {
    await postgres.createDatabase(name)
    const bench = await startBench(postgres.url(name))
    await use(bench).finally(() => bench.stop())
    await postgres.dropDatabase(name)
  }
  if (wants('delivery') || wants('live')) {
    await inDatabase('bench_empty', async (bench) => {
      await makeCases(bench.database, 1)
      if (wants('delivery')) await benchDelivery(figures, home, bench, 'into an empty project')
      if (wants('live')) await benchReporter(figures, home, bench)
      if (wants('live')) await benchLatency(figures, bench)
    })
  }
  if (wants('throughput')) {
    await inDatabase('bench_many', async (bench) => {
      await makeCases(bench.database, 1)
      await benchThroughput(figures, home, bench, postgres.url('bench_many'))
    })
  }
  if (wants('failures')) await inDatabase('bench_failures', (bench) => benchFailures(figures, home, bench))
  if (wants('mapping')) await inDatabase('bench_mapping', (bench) => benchMapping(figures, home, bench))
  if (wants('plans')) await inDatabase('bench_plans', (bench) => benchPlans(figures, home, bench))
  if (wants('pages')) {
    await inDatabase('bench_pages', async (bench) => {
      say('Making 5,000,000 results, half of the builds with a part of the tests …')
      await benchPages(figures, home, bench)
    })
  }
  if (wants('delivery') || wants('reading')) {
    await inDatabase('bench_full', async (bench) => {
      say(`Making ${RESULTS.toLocaleString('en')} results …`)
      await makeCases(bench.database, 1)
      await makeHistory(bench.database, 1, RESULTS)
      if (wants('reading')) await benchReading(figures, bench)
      if (wants('reading')) await benchFirstPage(figures, bench)
      if (!wants('delivery')) return
      const besideEmpty = (title, how) =>
        inDatabase('bench_beside', async (beside) => {
          await makeCases(beside.database, 1)
          await benchDelivery(figures, home, bench, title, { ...how, beside })
        })
      await besideEmpty('into a project with 5,000,000 results', { atMost: 1.2 })
      say(`Making ${(MORE_RESULTS - RESULTS).toLocaleString('en')} results more …`)
      await makeHistory(bench.database, 1, MORE_RESULTS - RESULTS, 'more')
      await besideEmpty('into a project with 20,000,000 results', { atMost: 1.3, suite: 'more' })
    })
  }
} finally {
  await postgres.stop()
  postgres.destroy()
  rmSync(home, { recursive: true, force: true })
}

const document = join(ROOT, 'docs', 'benchmarks.md')
const machine = `${cpus().length} × ${cpus()[0]?.model.trim()}, ${Math.round(totalmem() / 1024 ** 3)} GB, Node ${process.versions.node}`
const text = `# Measured

Made by \`npm run bench\`, on ${machine}. Ratios compare two things measured in turns in the same run. Of passes over a file the least of several turns counts, since whatever else a machine does can only add; of deliveries and of suites with a reporter, which take longer than a machine keeps its pace, the median of the ratios of single rounds. PostgreSQL runs with its usual settings.

${figures.markdown(new Date(), existsSync(document) ? readFileSync(document, 'utf8') : '')}

- **Bare saxes pass**: the same file through saxes as it comes, with nobody listening. Bobbin reads with saxes, too, but passes characters that mean nothing but themselves in a loop of its own (\`formats/xml/quick-saxes.ts\`).
- **COPY plus bare parse**: the same rows copied into an unlogged table without index (a plain one for throughput), plus that pass: the least a delivery could cost.
- The delivered file has 100,000 tests, every tenth failing with a stack and every fifth with output. A first build makes 100,000 scripts, later ones find them; “visible” is a count over a connection of its own after the answer has come, and the answer holds the comparison with the build before.
- **From sent to shown**: twenty pages of a browser each look at the run; the median is that of all pages and all batches, on the machine that also runs the server, the database and the sender.
- **Throughput, as it was defined before**: until 2026-11-28 the base was one pass over all files before anything was sent (parse, and copy to a plain table), and the servers had just been started. The code of that day gave 0.37 × so, and 0.59 × as it is measured since.
- **Throughput**: the files come in five rounds, since a machine changes its pace within a minute; all rounds together count. The base, right before and right after each, reads the same files one after the other and copies the rows of each to a plain table without index. Ten files are the shards of one run, which are told their scripts side by side and stored one after the other while the next ones are read; the first build's tests were never seen. Senders do what \`bobbin deliver\` does, into servers that have been up for a while. Senders, servers and database share the two cores: what limits is the processor, some 22 ms of the server's thread, 11 ms of the database and 4 ms of the senders for 1,000 results where the bare pass takes 8. So a second server process has little left to use here: what it can do is measured with servers that get 0.3 of a core each (control groups), as on machines of their own.
- **Since files are read in threads of their own** (2026-11-29) a hostile file stops nobody, and reading costs more: results go from one thread to another, and what is sent is kept until it is read. The day before, throughput was 0.55 × and memory 109 MB above an idle process; the first measurement with threads gave 0.31 × and 307 MB, most of it lost in copying results field by field, which is mended. Rows of an older day were not measured on that code.
`
writeFileSync(document, text)
const missed = figures.rows.filter((row) => !row.kept)
say(missed.length === 0 ? 'Everything is kept' : `${missed.length} of ${figures.rows.length} figures are missed`)
process.exit(missed.length === 0 ? 0 : 1)
