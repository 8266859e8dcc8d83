import { isFailing } from '../../results/outcome.js'
import { detached } from '../../text/detached.js'
import type { Fault, Settlement, TestResult } from '../result.js'

interface Kept {
  seq: number
  classname: string | null
  name: string
}

const NOWHERE: { classname: string | null; end: number; block: string } = { classname: null, end: -1, block: '' }

/** Nobody nests deeper, and a name made of separators must not cost more than others. */
const MOST_LEVELS = 100

/**
 * A failing "test" named like the describe block of other tests of its file is that block's hook (Vitest). Keeps the names of
 * blocks, of failing tests and of skipped ones, not the tests, and those no longer than to the end of their file's suite.
 */
export class SuiteHooks {
  private readonly blocks = new Set<string>()
  private failing: (Kept & { fault: Fault })[] = []
  private skipped: Kept[] = []
  /** Where the last test stood. */
  private before = NOWHERE

  add(seq: number, result: TestResult): void {
    const { classname, name } = result
    this.addBlocks(result)
    if (isFailing(result.outcome)) this.failing.push({ seq, classname, name, fault: faultOf(result) })
    else if (result.outcome === 'skipped') this.skipped.push({ seq, classname, name })
  }

  /** Tests of one block mostly follow one another. */
  private addBlocks({ classname, name }: Pick<Kept, 'classname' | 'name'>): void {
    const end = name.lastIndexOf(' > ')
    if (end < 0 || (end === this.before.end && classname === this.before.classname && name.startsWith(this.before.block))) return
    this.before = { classname, end, block: name.slice(0, end) }
    for (const around of blocksOf({ classname, name })) this.blocks.add(around)
  }

  /** The hooks among what was added since the last call, and why the tests below them did not run. */
  take(): { faults: Fault[] } & Pick<Settlement, 'dropped' | 'reasons'> {
    const hooks = this.blocks.size === 0 ? [] : this.failing.filter((test) => this.blocks.has(keyOf(test, test.name)))
    const failed = new Map(hooks.map((hook) => [keyOf(hook, hook.name), detached(`did not run: “${hook.name}” failed`)]))
    const reasons = this.skipped.flatMap((test) => {
      const block = failed.size > 0 ? blocksOf(test).find((candidate) => failed.has(candidate)) : undefined
      const reason = block === undefined ? undefined : failed.get(block)
      return reason === undefined ? [] : [{ seq: test.seq, reason }]
    })
    this.blocks.clear()
    this.before = NOWHERE
    this.failing = []
    this.skipped = []
    return { faults: hooks.map((hook) => hook.fault), dropped: hooks.map((hook) => hook.seq), reasons }
  }
}

const keyOf = ({ classname }: Pick<Kept, 'classname'>, block: string) => `${classname}\0${block}`

/** The blocks around a test, the outermost first. */
function blocksOf(test: Pick<Kept, 'classname' | 'name'>): string[] {
  const blocks: string[] = []
  for (let at = test.name.indexOf(' > '); at >= 0 && blocks.length < MOST_LEVELS; at = test.name.indexOf(' > ', at + 1))
    blocks.push(keyOf(test, test.name.slice(0, at)))
  return blocks
}

function faultOf({ classname, name, attempts, place }: TestResult): Fault {
  const failure = attempts.at(-1)?.failures[0]
  return { code: 'hook', subject: `${classname} ${name}`, message: failure?.message ?? null, stack: failure?.stack ?? null, place }
}
