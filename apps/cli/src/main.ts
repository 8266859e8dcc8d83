import { Command, CommanderError, InvalidArgumentError } from 'commander'
import { deliverFiles, type DeliverOptions } from './commands/deliver.js'
import { inspect } from './commands/inspect.js'
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

program
  .command('deliver')
  .description('Send result files of one build. The address and token come from BOBBIN_URL and BOBBIN_TOKEN')
  .argument('<files...>', 'files, folders, or quoted patterns such as "reports/**/*.xml"')
  .option('--pipeline <name>', 'pipeline that ran the tests')
  .option('--build <number>', 'build of that pipeline')
  .option('--branch <name>', 'branch that was built')
  .option('--environment <name>', 'where the system under test ran')
  .option('--commit <id>', 'commit that was built')
  .option('--shard <n/of>', 'which shard of the run this is, as 2/4; the run is live until all are in', shardOf)
  .option('--close', 'nothing more will come: shards that are missing are not waited for')
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

What is not named is taken from BOBBIN_PIPELINE, BOBBIN_BUILD, BOBBIN_BRANCH, BOBBIN_ENVIRONMENT, BOBBIN_COMMIT and BOBBIN_SHARD, then from what
pipelines commonly set (… BUILD_NUMBER, BRANCH_NAME, COMMIT_SHA, NODE_INDEX …), then from git.

A folder stands for the result files and archives in it, found by their content. What was sent before is known by its content, so sending it again is safe.

Exit codes: 0 stored, whatever the tests' outcomes; 1 wrong use; 2 something was refused; 3 the server was not reached`,
  )
  .action(async (files: string[], options: DeliverOptions) => {
    exitCode = await deliverFiles(files, options)
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

try {
  await program.parseAsync()
} catch (error) {
  if (error instanceof CommanderError) exitCode = error.exitCode === 0 ? EXIT.stored : EXIT.wrongUse
  else if (error instanceof UsageError) {
    console.error(`bobbin: ${error.message}`)
    exitCode = EXIT.wrongUse
  } else throw error
}
process.exitCode = exitCode
