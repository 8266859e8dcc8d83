/** A pattern together with the longest text that it is tried on. */
export interface BoundedPattern {
  test(text: string): boolean
  exec(text: string): RegExpExecArray | null
  /** Replaces in the head; the rest follows as it is. */
  replace(text: string, replacement: string | ((found: string) => string)): string
}

/**
 * A pattern whose time may grow with the square of the text, tried on the first `most` UTF-16 units only: what strangers send then
 * costs no more than `most` steps for each unit of it. `npm test` checks every pattern and knows this call; patterns that are linear
 * by themselves do not need it.
 */
export function bounded(most: number, pattern: RegExp): BoundedPattern {
  const head = (text: string) => (text.length > most ? text.slice(0, most) : text)
  return {
    test: (text) => pattern.test(head(text)),
    exec: (text) => pattern.exec(head(text)),
    replace: (text, replacement) =>
      (typeof replacement === 'string' ? head(text).replace(pattern, replacement) : head(text).replace(pattern, replacement)) +
      text.slice(most),
  }
}
