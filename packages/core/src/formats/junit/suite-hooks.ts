import { isFailing } from '../../results/outcome.js'
import type { Fault, Settlement, TestResult } from '../result.js'

interface Kept {
  seq: number
  classname: string | null
  name: string
}

/**
 * A failing "test" named like the describe block of other tests of its file is that block's hook (Vitest). Keeps the names of
 * blocks, of failing tests and of skipped ones, not the tests, and those no longer than to the end of their file's suite.
 */
export class SuiteHooks {
  private readonly blocks = new Set<string>()
  private failing: (Kept & { fault: Fault })[] = []
  private skipped: Kept[] = []

  add(seq: number, result: TestResult): void {
    const { classname, name } = result
    for (let at = name.indexOf(' > '); at >= 0; at = name.indexOf(' > ', at + 1)) this.blocks.add(`${classname}\0${name.slice(0, at)}`)
    if (isFailing(result.outcome)) this.failing.push({ seq, classname, name, fault: faultOf(result) })
    else if (result.outcome === 'skipped') this.skipped.push({ seq, classname, name })
  }

  /** The hooks among what was added since the last call. */
  take(): { faults: Fault[] } & Pick<Settlement, 'dropped' | 'reasons'> {
    const hooks = this.failing.filter(({ classname, name }) => this.blocks.has(`${classname}\0${name}`))
    const reasons = hooks.flatMap((hook) =>
      this.skipped
        .filter(({ classname, name }) => classname === hook.classname && name.startsWith(`${hook.name} > `))
        .map(({ seq }) => ({ seq, reason: `did not run: “${hook.name}” failed` })),
    )
    this.blocks.clear()
    this.failing = []
    this.skipped = []
    return { faults: hooks.map((hook) => hook.fault), dropped: hooks.map((hook) => hook.seq), reasons }
  }
}

function faultOf({ classname, name, attempts, place }: TestResult): Fault {
  const failure = attempts.at(-1)?.failures[0]
  return { code: 'hook', subject: `${classname} ${name}`, message: failure?.message ?? null, stack: failure?.stack ?? null, place }
}
