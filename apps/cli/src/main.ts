import { isScanThread, readInThread } from '@bobbin/scan'
import { Command, CommanderError, InvalidArgumentError } from 'commander'
import { agent, type AgentOptions } from './commands/agent.js'
import { deliverFiles, type DeliverOptions } from './commands/deliver.js'
import { follow, type FollowOptions } from './commands/follow.js'
import { inspect } from './commands/inspect.js'
import { recount } from './commands/recount.js'
import { push, type PushOptions } from './commands/push.js'
import { scan, type ScanOptions } from './commands/scan.js'
import { stamp, type StampOptions } from './commands/stamp.js'
import { EXIT, UsageError } from './exit-codes.js'
import { VERSION } from './version.js'

/** @throws InvalidArgumentError for anything but a count */
function wholeNumber(text: string): number {
  if (!/^\d{1,3}$/.test(text)) throw new InvalidArgumentError('It must be a number from 0 to 999.')
  return Number(text)
}

/** @throws InvalidArgumentError for anything but `2/4` */
function shardOf(text: string): [number, number] {
  const [shard = 0, shards = 0] = /^\d{1,4}\/\d{1,4}$/.test(text) ? text.split('/').map(Number) : []
  if (shard < 1 || shard > shards) throw new InvalidArgumentError('It must be two numbers, as 2/4.')
  return [shard, shards]
}

const program = new Command('bobbin').version(VERSION).description('Delivers test results to Bobbin, and reads result files').exitOverride()
let exitCode: number = EXIT.stored
let behindDashes: string[] = []
/** Threads that read sources start from here, too: the program may be this one file. */
const THREADS = new URL(import.meta.url)

program
  .command('deliver')
  .description('Send result files of one build. The address and token come from BOBBIN_URL and BOBBIN_TOKEN')
  .argument('[files...]', 'files, folders, or quoted patterns such as "reports/**/*.xml"; by default those that bobbin.json names')
  .option('--pipeline <name>', 'pipeline that ran the tests')
  .option('--build <number>', 'build of that pipeline')
  .option('--branch <name>', 'branch that was built')
  .option('--environment <name>', 'where the system under test ran')
  .option('--commit <id>', 'commit that was built')
  .option('--author <name>', 'who made the change that was built')
  .option('--address <url>', 'page of the build in its pipeline')
  .option('--shard <n/of>', 'which shard of the run this is, as 2/4; the run is live until all are in', shardOf)
  .option('--whole', 'all tests of the suite ran: one that is missing is gone')
  .option('--partial', 'a part of the tests ran: those that are missing are not in this run, and none is gone')
  .option(
    '--run <name>',
    'what this run is called among those of its build, such as rerun-1: each test counts as in the latest run that has it',
  )
  .option('--profile <name>', 'what it was tested on: a browser, a device, an operating system')
  .option('--release <name>', 'the version that is being made ready')
  .option('--trial', 'stay out of the record: no history, comparison or sum has this run')
  .option('--root <folder>', 'folder of the sources where the tests ran; by default that of the git repository here')
  .option('--close', 'nothing more will come: shards that are missing are not waited for')
  .option('--wait', 'wait for a large delivery, which is stored first and read from a queue, and print what it changed')
  .option('--summary <file>', 'write what changed as Markdown, for the page of the pipeline; failures first')
  .option('--project <slug>', 'project; by default the one the token belongs to')
  .option(
    '--attach <files...>',
    'pictures, logs and records that the result files name, or whose path tells the test by {test}, {class}, {case} and {attempt}',
  )
  .option('--retries <count>', 'how often to try again when the server can’t be reached', wholeNumber, 5)
  .option('--json', 'print the report as JSON')
  .addHelpText(
    'after',
    `
Example:
  bobbin deliver 'reports/**/*.xml' --pipeline fare-desk-web --build 412 --branch main --commit 9f1c2ab --environment pier-test
  bobbin deliver reports/ --attach 'test-results/**/*.png' --pipeline fare-desk-web --build 412 --branch main --environment pier-test
  bobbin deliver reports/ --attach 'shots/{class}/{test}-*.png' 'logs/{case}.log' --pipeline fare-desk-web --build 412 --branch main --environment pier-test
  bobbin deliver --attach 'films/{test}.webm' --pipeline fare-desk-web --build 412 --branch main --environment pier-test

Without result files, what is attached finds the results that the run has already, as those that were told live.

Without --whole or --partial a test is gone where its file, class or suite reported without it; others are not in this run.

What is not named is taken from BOBBIN_PIPELINE, BOBBIN_BUILD, BOBBIN_BRANCH, BOBBIN_ENVIRONMENT, BOBBIN_COMMIT, BOBBIN_AUTHOR, BOBBIN_ADDRESS,
BOBBIN_SHARD, BOBBIN_SCOPE (whole or partial), BOBBIN_RUN, BOBBIN_PROFILE, BOBBIN_RELEASE and BOBBIN_TRIAL (true), then from bobbin.json in the repository (project, pipeline, branch, environment, files, attach), then from what pipelines commonly set
(… BUILD_NUMBER, BRANCH_NAME, COMMIT_SHA, NODE_INDEX …), then from git. Changed files are those of the commit, as git tells them.

A folder stands for the result files and archives in it, found by their content. What was sent before is known by its content, so sending it again is safe.

Exit codes: 0 stored, whatever the tests' outcomes; 1 wrong use; 2 something was refused; 3 the server was not reached`,
  )
  .action(async (files: string[], options: DeliverOptions) => {
    exitCode = await deliverFiles(files, options)
  })

program
  .command('follow')
  .description('Watch folders and send result files as they are written; ends with the command behind --, or on Ctrl-C')
  .argument('<folders...>', 'folders in which a runner writes result files')
  .option('--pipeline <name>', 'pipeline that runs the tests')
  .option('--build <number>', 'build of that pipeline')
  .option('--branch <name>', 'branch that is built')
  .option('--environment <name>', 'where the system under test runs')
  .option('--commit <id>', 'commit that is built')
  .option('--shard <n/of>', 'which shard of the run this is, as 2/4', shardOf)
  .option('--whole', 'all tests of the suite run: one that is missing in the end is gone')
  .option('--partial', 'a part of the tests runs: those that are missing are not in this run')
  .option(
    '--run <name>',
    'what this run is called among those of its build, such as rerun-1: each test counts as in the latest run that has it',
  )
  .option('--profile <name>', 'what it was tested on: a browser, a device, an operating system')
  .option('--release <name>', 'the version that is being made ready')
  .option('--trial', 'stay out of the record: no history, comparison or sum has this run')
  .option('--project <slug>', 'project; by default the one the token belongs to')
  .addHelpText(
    'after',
    `
Examples:
  bobbin follow reports/ --pipeline fare-desk-web --build 412 --branch main --environment pier-test -- npm test
  bobbin follow reports/ --pipeline fare-desk-web --build 412 --branch main --environment pier-test

Files whose format grows line by line (TAP, Go test, Cucumber messages) are told while they grow; the others are sent when they are complete.

Exit codes: that of the command behind --; without one 0 stored, 1 wrong use, 2 something was refused, 3 the server was not reached`,
  )
  .action(async (folders: string[], options: FollowOptions) => {
    exitCode = await follow(folders, options, behindDashes)
  })

program
  .command('scan')
  .description(
    'Find the automated tests in a source tree and send what they are called. The address and token come from BOBBIN_URL and BOBBIN_TOKEN',
  )
  .argument('[folder]', 'folder of the sources', '.')
  .option('--json', 'print what was found as JSON; needs no server')
  .option('--dry-run', 'print what would change, and change nothing')
  .option('--with-source', 'send the code of each test along, so that its page can show it')
  .option('--tree <name>', 'what the source tree is called; by default the name of the folder')
  .option('--branch <name>', 'branch that is checked out; by default as git tells it')
  .option('--commit <id>', 'commit that is checked out; by default as git tells it')
  .option('--force', 'take in a commit that is older than the last one')
  .option('--project <slug>', 'project; by default the one the token belongs to')
  .addHelpText(
    'after',
    `
Examples:
  bobbin scan --dry-run
  bobbin scan services/deck-planner --tree deck-planner --with-source
  bobbin scan . --json

Only names, places and hashes of the tests are sent, never the whole source. What is not in the last scan of a branch is gone from it; files that could not be read keep their tests.

Exit codes: 0 done, 1 wrong use, 2 refused, 3 the server was not reached`,
  )
  .action(async (folder: string, options: Omit<ScanOptions, 'threads'>) => {
    exitCode = await scan(folder, { ...options, threads: THREADS })
  })

program
  .command('stamp')
  .description('Write the keys of confirmed links into the sources, in the idiom of each framework: prints a patch for git apply')
  .argument('[folder]', 'folder of the sources, as it was scanned', '.')
  .option('--apply', 'apply the patch to the sources')
  .option('--tree <name>', 'what the source tree is called; by default the name of the folder')
  .option('--project <slug>', 'project; by default the one the token belongs to')
  .addHelpText(
    'after',
    `\nExamples:\n  bobbin stamp > keys.patch && git apply keys.patch\n  bobbin stamp --apply\n\nRun again, it changes nothing.`,
  )
  .action(async (folder: string, options: Omit<StampOptions, 'threads'>) => {
    exitCode = await stamp(folder, { ...options, threads: THREADS })
  })

program
  .command('push')
  .description('Make a case for each test in some files that has none, with its steps, and tie it to the test')
  .argument('<files...>', 'source files or folders that a scan has told')
  .requiredOption('--area <path>', 'area for the cases, as "Deck planner/Limits"; it is made where it is missing')
  .option('--root <folder>', 'folder that was scanned', '.')
  .option('--tree <name>', 'what the source tree is called; by default the name of the folder')
  .option('--project <slug>', 'project; by default the one the token belongs to')
  .option('--json', 'print the answer as JSON')
  .addHelpText(
    'after',
    `\nExample:\n  bobbin push features/boarding.feature --area "Gate scanner/Boarding"\n\nSent again, it makes no case twice.`,
  )
  .action(async (files: string[], options: Omit<PushOptions, 'threads'>) => {
    exitCode = await push(files, { ...options, threads: THREADS })
  })

program
  .command('agent')
  .description(
    'Take work from Bobbin and run it on this machine, until stopped. The address and token come from BOBBIN_URL and BOBBIN_TOKEN',
  )
  .option('--name <name>', 'what it is called; by default as the machine')
  .option('--label <words...>', 'what it can do besides what is found: node, linux, python, browser …')
  .option('--profile <names...>', 'profiles that it can test with; by default any')
  .option('--pool <name>', 'the pool that it belongs to')
  .option('--folder <path>', 'where it keeps sources and results; by default below ~/.bobbin-agent')
  .option(
    '--restrict <file>',
    'what it may do, whatever its project says, as JSON: recipes, folders, user, limitMinutes, memoryMb, outputMb',
  )
  .option('--once', 'run one part, then end')
  .option('--project <slug>', 'project; by default the one the token belongs to')
  .addHelpText(
    'after',
    `
Examples:
  bobbin agent
  bobbin agent --name quay-2 --label browser --profile desktop phone --restrict /etc/bobbin-agent.json

It needs a token with the scope “agent”, and no open port: it asks the server for work. It runs what the recipes of its project say; give it a user of its own, or restrict it.

Exit codes: 0 stopped, 1 wrong use or refused, 3 stopped at once`,
  )
  .action(async (options: AgentOptions) => {
    exitCode = await agent(options)
  })

program
  .command('recount')
  .description('Count what is kept with runs anew from their results, and say whether anything differed')
  .option('--project <slug>', 'project; by default the one the token belongs to')
  .option('--figures', 'compare what pages show with a second, simpler count of the raw results, and change nothing')
  .option('--json', 'print the answer as JSON')
  .addHelpText(
    'after',
    `\nExamples:\n  bobbin recount --json\n  bobbin recount --figures\n\nExit codes: 0 nothing differed, 1 wrong use, 2 something differed or was refused, 3 the server was not reached`,
  )
  .action(async (options: { project?: string; json?: boolean; figures?: boolean }) => {
    exitCode = await recount(options)
  })

program
  .command('inspect')
  .description('Read result files without a server and print what is in them')
  .argument('<files...>', 'files, folders, or quoted patterns')
  .option('--json', 'print a JSON array with one entry a file')
  .addHelpText(
    'after',
    `\nExample:\n  bobbin inspect reports/junit.xml --json\n\nExit codes: 0 all read, 1 wrong use, 2 a file was refused`,
  )
  .action(async (files: string[], options: { json?: boolean }) => {
    exitCode = await inspect(files, options)
  })

async function run(): Promise<void> {
  // a command to run is what stands behind `--`, which is none of ours
  const [, , ...words] = process.argv
  const dashes = words.indexOf('--')
  behindDashes = dashes < 0 ? [] : words.slice(dashes + 1)
  try {
    await program.parseAsync(dashes < 0 ? words : words.slice(0, dashes), { from: 'user' })
  } catch (error) {
    if (error instanceof CommanderError) exitCode = error.exitCode === 0 ? EXIT.stored : EXIT.wrongUse
    else if (error instanceof UsageError) {
      console.error(`bobbin: ${error.message}`)
      exitCode = EXIT.wrongUse
    } else throw error
  }
  process.exitCode = exitCode
}

if (isScanThread()) readInThread()
else await run()
