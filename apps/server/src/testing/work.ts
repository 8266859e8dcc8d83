import { type Profiler, Session } from 'node:inspector'

type Answer = Profiler.TakePreciseCoverageReturnType

/**
 * Counts how often functions are called in this process: work as a number, the same on a busy machine as on an idle one. What the engine does by
 * itself (parsing, patterns) is not in it.
 */
export class Work {
  private readonly session = new Session()

  start(): void {
    this.session.connect()
    this.post('Profiler.enable')
    this.post('Profiler.startPreciseCoverage', { callCount: true, detailed: false })
  }

  /** Calls since it was last asked. */
  calls(): number {
    const { result } = this.post('Profiler.takePreciseCoverage') as Answer
    let sum = 0
    for (const { functions } of result) for (const { ranges } of functions) sum += ranges[0]?.count ?? 0
    return sum
  }

  stop(): void {
    this.post('Profiler.stopPreciseCoverage')
    this.session.disconnect()
  }

  private post(method: string, parameters: object = {}): unknown {
    let answer: unknown
    // a session of one's own process answers before it returns
    this.session.post(method, parameters, (error: Error | null, result?: unknown) => {
      if (error) throw error
      answer = result
    })
    return answer
  }
}
