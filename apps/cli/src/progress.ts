/** One line on a terminal that is written over while work goes on; nothing at all where nobody watches. */
export class Progress {
  private shown = false
  private last = 0

  constructor(
    private readonly out: Pick<NodeJS.WriteStream, 'write' | 'isTTY'> = process.stderr,
    private readonly now: () => number = Date.now,
  ) {}

  /** Shows the line, at most ten times a second. */
  show(line: string): void {
    if (!this.out.isTTY || this.now() - this.last < 100) return
    this.last = this.now()
    this.shown = true
    this.out.write(`\r\u001b[K${line}`)
  }

  /** Takes the line away, so that what is printed next stands alone. */
  clear(): void {
    if (this.shown) this.out.write('\r\u001b[K')
    this.shown = false
  }
}

/** `12.4 of 50.0 MB sent (24%)`; once all is sent, that the server is reading. */
export function sendingWords(sent: number, total: number): string {
  const mb = (bytes: number) => (bytes / 1024 ** 2).toFixed(1)
  const share = total === 0 ? 100 : Math.min(100, Math.floor((sent / total) * 100))
  return sent >= total ? `${mb(total)} MB sent, the server is storing it …` : `${mb(sent)} of ${mb(total)} MB sent (${share}%)`
}
