/** Whole numbers as short text for an address: `101-103.130`. Order and doubles are not kept. */
export function writeRanges(numbers: Iterable<number>): string {
  const sorted = [...new Set(numbers)].sort((a, b) => a - b)
  const ranges: [number, number][] = []
  for (const number of sorted) {
    const last = ranges.at(-1)
    if (last && number === last[1] + 1) last[1] = number
    else ranges.push([number, number])
  }
  return ranges.map(([from, to]) => (from === to ? String(from) : `${from}-${to}`)).join('.')
}

/** Reads what `writeRanges` wrote; anything else in it is passed over. At most 100,000 numbers. */
export function readRanges(text: string): number[] {
  const numbers: number[] = []
  for (const part of text.split('.')) {
    const match = /^(\d{1,9})(?:-(\d{1,9}))?$/.exec(part)
    if (!match) continue
    const [from, to] = [Number(match[1]), Number(match[2] ?? match[1])]
    for (let number = from; number <= to && numbers.length < 100_000; number++) numbers.push(number)
  }
  return numbers
}
