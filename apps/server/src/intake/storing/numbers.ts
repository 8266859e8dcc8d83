/** Whole numbers in a row, four bytes each; 0 where none was put. */
export class Numbers {
  private numbers = new Int32Array(1024)
  private length = 0

  add(number: number): void {
    this.set(this.length, number)
  }

  at(place: number): number {
    return this.numbers[place] ?? 0
  }

  set(place: number, number: number): void {
    if (place >= this.numbers.length) this.grow(place)
    this.numbers[place] = number
    if (place >= this.length) this.length = place + 1
  }

  private grow(place: number): void {
    const numbers = new Int32Array(Math.max(place + 1, this.numbers.length * 2))
    numbers.set(this.numbers)
    this.numbers = numbers
  }
}
