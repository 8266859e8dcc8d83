/**
 * The attributes of one element in the order of the file. A test case has four or five: looking through them is quicker than
 * hashing names that were just cut out of the text, and result files have hundreds of thousands of them.
 */
export class Attributes {
  /** Names at even places, each with its value behind it: one list is half the memory of two. */
  private readonly words: string[] = []

  add(name: string, value: string): void {
    this.words.push(name, value)
  }

  get(name: string): string | undefined {
    const { words } = this
    for (let i = 0; i < words.length; i += 2) if (words[i] === name) return words[i + 1]
    return undefined
  }

  has(name: string): boolean {
    return this.get(name) !== undefined
  }

  /** Changes the value of an attribute that is there. */
  change(name: string, to: (value: string) => string): void {
    const { words } = this
    for (let i = 0; i < words.length; i += 2) if (words[i] === name) words[i + 1] = to(words[i + 1] ?? '')
  }

  keys(): readonly string[] {
    return this.words.filter((_, i) => i % 2 === 0)
  }
}
