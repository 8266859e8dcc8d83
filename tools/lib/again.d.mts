export interface FailedTest {
  name: string
  file: string
  /** What went wrong, as its runner tells it. */
  said: string
  /** With which its runner runs it alone. */
  args: string[]
}
export declare const MOST_RECOVERED: number
export declare function failedInVitest(report: unknown): FailedTest[]
export declare function failedInPlaywright(report: unknown): FailedTest[]
export declare function tryAgain(failed: readonly FailedTest[], runAlone: (args: string[]) => Promise<boolean>): Promise<string[]>
