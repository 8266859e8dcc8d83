import { expect, it } from 'vitest'
import { type Counted, steadinessOf } from './steadiness.js'

const counted = (more: Partial<Counted>): Counted => ({ runs: 30, passed: 28, failed: 2, recovered: 0, flips: 2, bothWays: 0, ...more })

// worked by hand, by the rules above the function
it.each<[string, Partial<Counted>, string]>([
  ['passed only when tried again', { recovered: 1 }, 'proven'],
  ['both ways on one commit', { bothWays: 1 }, 'proven'],
  ['once is proof, however few runs', { runs: 1, recovered: 1 }, 'proven'],
  ['comes and goes', { flips: 3 }, 'maybe'],
  ['comes and goes, in too few runs', { runs: 4, flips: 3 }, 'steady'],
  ['a regression and its fix', { failed: 11, flips: 2 }, 'steady'],
  ['broken and not mended', { failed: 4, flips: 1 }, 'steady'],
  ['never failed', { failed: 0, flips: 0 }, 'steady'],
])('%s', (_, more, wanted) => expect(steadinessOf(counted(more))).toBe(wanted))
