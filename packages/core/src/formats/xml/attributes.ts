/**
 * The attributes of one element in the order of the file. A test case has four or five: looking through them is quicker than
 * hashing names that were just cut out of the text, and result files have hundreds of thousands of them.
 */
export class Attributes {
  private readonly names: string[] = []
  private readonly values: string[] = []

  add(name: string, value: string): void {
    this.names.push(name)
    this.values.push(value)
  }

  get(name: string): string | undefined {
    const { names } = this
    for (let i = 0; i < names.length; i++) if (names[i] === name) return this.values[i]
    return undefined
  }

  has(name: string): boolean {
    return this.get(name) !== undefined
  }

  /** Changes the value of an attribute that is there. */
  change(name: string, to: (value: string) => string): void {
    const at = this.names.indexOf(name)
    if (at >= 0) this.values[at] = to(this.values[at] ?? '')
  }

  keys(): readonly string[] {
    return this.names
  }
}
