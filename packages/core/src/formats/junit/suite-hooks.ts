import { isFailing } from '../../results/outcome.js'
import { detached } from '../../text/detached.js'
import type { Fault, Settlement, TestResult } from '../result.js'

interface Kept {
  seq: number
  classname: string | null
  name: string
}

const NOWHERE: { classname: string | null; start: string } = { classname: null, start: '\0' }

/** Nobody nests deeper, and a name made of separators must not cost more than others. */
const MOST_LEVELS = 100

/**
 * A failing "test" named like the describe block of other tests of its file is that block's hook (Vitest). Keeps the names of
 * blocks, of failing tests and of skipped ones, not the tests, and those no longer than to the end of their file's suite.
 */
export class SuiteHooks {
  /** The names of blocks by the class they stand in. */
  private blocks = new Map<string | null, Set<string>>()
  private failing: (Kept & { fault: Fault })[] = []
  private skipped: Kept[] = []
  /** How the names of tests in the last test's block begin. */
  private before = NOWHERE

  add(seq: number, result: TestResult): void {
    const { classname, name } = result
    this.addBlocks(result)
    if (isFailing(result.outcome)) this.failing.push({ seq, classname, name, fault: faultOf(result) })
    else if (result.outcome === 'skipped') this.skipped.push({ seq, classname, name })
  }

  /** Tests of one block mostly follow one another. */
  private addBlocks({ classname, name }: Pick<Kept, 'classname' | 'name'>): void {
    const { before } = this
    if (classname === before.classname && name.startsWith(before.start) && !name.includes(' > ', before.start.length)) return
    const around = blocksOf(name)
    const inner = around.at(-1)
    if (inner === undefined) return
    this.before = { classname, start: `${inner} > ` }
    let own = this.blocks.get(classname)
    if (!own) this.blocks.set(classname, (own = new Set()))
    for (const block of around) own.add(block)
  }

  /** The hooks among what was added since the last call, and why the tests below them did not run. */
  take(): { faults: Fault[] } & Pick<Settlement, 'dropped' | 'reasons'> {
    const hooks = this.failing.filter(({ classname, name }) => this.blocks.get(classname)?.has(name))
    const reasons = hooks.length === 0 ? [] : this.reasonsBelow(hooks)
    // not clear(): engines tie a table that was cleared to the one after it, and one that grew old keeps all that follow in memory
    this.blocks = new Map()
    this.before = NOWHERE
    this.failing = []
    this.skipped = []
    return { faults: hooks.map((hook) => hook.fault), dropped: hooks.map((hook) => hook.seq), reasons }
  }

  private reasonsBelow(hooks: readonly Kept[]): Settlement['reasons'] {
    const failed = new Map(hooks.map((hook) => [keyOf(hook, hook.name), detached(`did not run: “${hook.name}” failed`)]))
    return this.skipped.flatMap((test) => {
      const block = blocksOf(test.name).find((candidate) => failed.has(keyOf(test, candidate)))
      const reason = block === undefined ? undefined : failed.get(keyOf(test, block))
      return reason === undefined ? [] : [{ seq: test.seq, reason }]
    })
  }
}

const keyOf = ({ classname }: Pick<Kept, 'classname'>, block: string) => `${classname}\0${block}`

/** The blocks around a test, the outermost first. */
function blocksOf(name: string): string[] {
  const blocks: string[] = []
  for (let at = name.indexOf(' > '); at >= 0 && blocks.length < MOST_LEVELS; at = name.indexOf(' > ', at + 1))
    blocks.push(name.slice(0, at))
  return blocks
}

function faultOf({ classname, name, attempts, place }: TestResult): Fault {
  const failure = attempts.at(-1)?.failures[0]
  return { code: 'hook', subject: `${classname} ${name}`, message: failure?.message ?? null, stack: failure?.stack ?? null, place }
}
