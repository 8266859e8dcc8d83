import { expect, it } from 'vitest'
import { ReadingTurns } from './reading-turns.js'

const MB = 1 << 20

/** Files of so many pieces of 1 MB each, all there at once; reads them to their ends and says in which order they ended. */
async function ends(pieces: Record<string, number>, pieceBytes = MB): Promise<string[]> {
  const turns = new ReadingTurns()
  const ended: string[] = []
  const read = async (name: string, count: number) => {
    const stream = turns.open()
    for (let i = 0; i < count; i++) await turns.next(stream, pieceBytes)
    ended.push(name)
  }
  await Promise.all(Object.entries(pieces).map(([name, count]) => read(name, count)))
  return ended
}

it('lets the one that came first end first, and not all at once', async () => {
  const turns = new ReadingTurns()
  const order: string[] = []
  const read = async (name: string) => {
    const stream = turns.open()
    for (let i = 0; i < 4; i++) {
      await turns.next(stream, 1)
      order.push(name)
    }
  }
  await Promise.all([read('a'), read('b')])
  // every fourth turn goes to the one that waits longest
  expect(order).toEqual(['a', 'a', 'a', 'b', 'a', 'b', 'b', 'b'])
})

it('does not let small files wait for a large one that came before them', async () => {
  expect(await ends({ large: 40, small: 3, other: 3 })).toEqual(['small', 'other', 'large'])
})

it('lets a large one go on beside small ones that never end', async () => {
  const turns = new ReadingTurns()
  let reading = true
  let smallOnes = 0
  const small = async () => {
    while (reading && smallOnes < 10_000) {
      smallOnes++
      await turns.next(turns.open(), MB)
    }
  }
  const large = async () => {
    const stream = turns.open()
    for (let i = 0; i < 30; i++) await turns.next(stream, MB)
    reading = false
  }
  await Promise.all([large(), ...Array.from({ length: 8 }, small)])
  expect(smallOnes).toBeLessThan(2000)
})

it('goes on with whoever has something to read when the first has not', async () => {
  const turns = new ReadingTurns()
  turns.open()
  const second = turns.open()
  await turns.next(second, 1)
  expect(second.bytes).toBe(1)
})

it('lets what else is due be done between two pieces', async () => {
  const steps: (() => void)[] = []
  const turns = new ReadingTurns((step) => void steps.push(step))
  const stream = turns.open()
  const both = Promise.all([turns.next(stream, 1), turns.next(stream, 1)])
  expect(steps).toHaveLength(1)
  steps[0]?.()
  expect([stream.bytes, steps.length]).toEqual([1, 2])
  steps[1]?.()
  await both
})
