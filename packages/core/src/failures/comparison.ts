import { bounded, type BoundedPattern } from '../text/bounded.js'

/** Two values that a check held against each other. */
export interface Comparison {
  expected: string
  actual: string
  /** The message says which was wanted and which was found; else `expected` is only the second of two, `actual` the first. */
  told: boolean
  /** What else the message says. */
  rest: string
}

/** Values longer than so many UTF-16 units are not looked for: such a message is a document, not a sentence. */
const LONGEST = 20_000
/** Sentences with values stand that near to the beginning, in UTF-16 units. */
const MOST_SENTENCE = 2000

/**
 * How assertion libraries say what they wanted and found, the surest first. Written after files of real runners (comparison.test.ts);
 * for RSpec, minitest, Test::More, testify, PHPUnit, Hamcrest, AssertJ, FluentAssertions and Rust after their documentation, from memory.
 */
const TOLD: readonly BoundedPattern[] = [
  // Jest, Vitest, Playwright, NUnit, xUnit.net, minitest, Hamcrest
  bounded(
    MOST_SENTENCE,
    /^[ \t]*Expected(?: substring| string| pattern| value)?:[ \t]+(?<expected>.+)\n[ \t]*(?:Received(?: string| value)?|But was|but was|Actual|but):[ \t]+(?<actual>.+)$/m,
  ),
  // RSpec, testify, AssertJ
  bounded(MOST_SENTENCE, /^[ \t]*expected[ \t]*:[ \t]+(?<expected>.+)\n[ \t]*(?:got|actual|but was)[ \t]*:[ \t]+(?<actual>.+)$/m),
  // Test::More
  bounded(MOST_SENTENCE, /^[ \t]*got:[ \t]+(?<actual>.+)\n[ \t]*expected:[ \t]+(?<expected>.+)$/m),
  // Go, by custom: the code review comments of its wiki write got before want
  bounded(MOST_SENTENCE, /^got:\n(?<actual>[^]+?)\nwant:\n(?<expected>[^]+)$/m),
  bounded(MOST_SENTENCE, /\bgot (?<actual>\S.*?),? want (?<expected>.+)$/m),
  // JUnit 3 to 5
  bounded(MOST_SENTENCE, /expected:[ ]?<(?<expected>[^]*?)> but was:[ ]?<(?<actual>[^]*?)>(?=\s|$)/),
  // TestNG
  bounded(MOST_SENTENCE, /expected \[(?<expected>[^]*?)\] but found \[(?<actual>[^]*?)\]/),
  // Node's assert
  bounded(MOST_SENTENCE, /(?<actual>'(?:[^'\\\n]|\\.)*'|[^\s':]+) !== (?<expected>'(?:[^'\\\n]|\\.)*'|\S+)[ \t]*$/m),
  // Chai, Vitest
  bounded(
    MOST_SENTENCE,
    /expected (?<actual>.+?) to (?:(?:strictly |loosely |deeply |deep )?equal|eql|be(?! an? | above| below| at | within| close| instance| of | empty| extensible| sealed| frozen| finite| greater| less| truthy| falsy| defined| called| one of)) (?<expected>.+?)(?: \/\/.*)?$/m,
  ),
  // pytest: the right one is what its differences call expected
  bounded(MOST_SENTENCE, /^(?:E\s+)?(?:AssertionError: )?assert (?<actual>.+?) == (?<expected>.+)$/m),
  // PHPUnit
  bounded(300, /Failed asserting that (?<actual>.+) matches expected (?<expected>.+)\.$/m),
  // FluentAssertions
  bounded(300, /Expected .+? to be (?<expected>.+?)(?: because .*?)?, but (?:found|was) (?<actual>.+?)\.?$/m),
  bounded(MOST_SENTENCE, /expected (?:status )?(?<expected>\S+), (?:but )?got (?<actual>\S+)/),
]

const UNTOLD: readonly BoundedPattern[] = [
  // GoogleTest
  bounded(
    MOST_SENTENCE,
    /Expected equality of these values:\n {2}(?<first>.+)(?:\n {4}Which is: (?<firstIs>.+))?\n {2}(?<second>.+)(?:\n {4}Which is: (?<secondIs>.+))?/,
  ),
  // Rust
  bounded(MOST_SENTENCE, /^[ \t]*left:[ ](?<first>.+)\n[ \t]*right:[ ](?<second>.+)$/m),
  // unittest, Robot Framework
  bounded(MOST_SENTENCE, /^(?:AssertionError: )?(?!Expected|assert )(?<first>\S.*?) != (?<second>.+?)(?= : |$)/m),
]

/** Heads of differences line by line, and which sign stands before what was expected. */
const BLOCKS: readonly { head: BoundedPattern; expected: '+' | '-' }[] = [
  { head: bounded(LONGEST, /^[ \t]*\+ actual - expected.*$/m), expected: '-' }, // Node
  { head: bounded(LONGEST, /^[ \t]*\+ expected - actual[ \t]*$/m), expected: '+' }, // Mocha
  { head: bounded(MOST_SENTENCE, /^[ \t]*- Expected.*\n[ \t]*\+ (?:Received|Actual).*$/m), expected: '-' }, // Jest, Vitest
  { head: bounded(LONGEST, /^--- Expected\n\+\+\+ Actual$/m), expected: '-' }, // PHPUnit
  { head: bounded(MOST_SENTENCE, /^(?:E\s+)?(?:AssertionError: )?assert .+ == .+(?=\n {2}[-+?] )$/m), expected: '-' }, // pytest
]

/**
 * Finds the values that a message of a common assertion library compares.
 * @param message without terminal colours
 * @returns null where it compares nothing
 */
export function comparisonIn(message: string): Comparison | null {
  if (message.length > LONGEST) return null
  return blockIn(message) ?? toldIn(message) ?? untoldIn(message)
}

function toldIn(message: string): Comparison | null {
  for (const pattern of TOLD) {
    const match = pattern.exec(message)
    const { expected, actual } = match?.groups ?? {}
    if (match && expected !== undefined && actual !== undefined)
      return { expected, actual, told: true, rest: without(message, match.index, match[0].length) }
  }
  return null
}

function untoldIn(message: string): Comparison | null {
  for (const pattern of UNTOLD) {
    const match = pattern.exec(message)
    const { first, firstIs, second, secondIs } = match?.groups ?? {}
    if (match && first !== undefined && second !== undefined) {
      const rest = without(message, match.index, match[0].length)
      return { expected: secondIs ?? second, actual: firstIs ?? first, told: false, rest }
    }
  }
  return null
}

function blockIn(message: string): Comparison | null {
  for (const { head, expected } of BLOCKS) {
    const match = head.exec(message)
    if (!match) continue
    const from = match.index + match[0].length
    const block = readBlock(message.slice(from).split('\n').slice(1))
    if (block.plus.length === 0 && block.minus.length === 0) continue
    const [wanted, found] = expected === '+' ? [block.plus, block.minus] : [block.minus, block.plus]
    const end = from + block.length
    return { expected: wanted.join('\n'), actual: found.join('\n'), told: true, rest: without(message, match.index, end - match.index) }
  }
  return null
}

/** Both sides of a difference line by line, until a line that belongs to none. */
function readBlock(lines: readonly string[]): { plus: string[]; minus: string[]; length: number } {
  const sides = { plus: [] as string[], minus: [] as string[], both: [] as string[] }
  const indent = /^\s*/.exec(lines.find((line) => /^\s*[-+]/.test(line)) ?? '')?.[0] ?? ''
  let length = 0
  for (const line of lines) {
    const own = line.startsWith(indent) ? line.slice(indent.length) : line.trimStart()
    const sign = own.charAt(0)
    if (sign === '+') sides.plus.push(own.slice(1))
    else if (sign === '-') sides.minus.push(own.slice(1))
    else if (sign === ' ' || sign === '') {
      sides.plus.push(own.slice(1))
      sides.minus.push(own.slice(1))
    } else if (!/^(?:\?|@@|\.\.\.)/.test(own)) break
    length += line.length + 1
  }
  return { plus: tidy(sides.plus), minus: tidy(sides.minus), length }
}

/** Without blank lines around, and without what all lines are indented by. */
function tidy(lines: string[]): string[] {
  const from = lines.findIndex((line) => line.trim() !== '')
  if (from < 0) return []
  const kept = lines.slice(from, lines.findLastIndex((line) => line.trim() !== '') + 1)
  const indent = Math.min(...kept.filter((line) => line.trim() !== '').map((line) => /^\s*/.exec(line)?.[0].length ?? 0))
  return kept.map((line) => line.slice(indent))
}

const INTRODUCTION = /^(?:Expected values to be (?:strictly |loosely )?(?:deep-)?equal:|(?:AssertionError|Error):?)$/

const withoutIntroduction = (line: string): string => (INTRODUCTION.test(line) ? '' : line)

/** A message without a part, and without the words that only introduce it. */
function without(message: string, from: number, length: number): string {
  return `${message.slice(0, from)}\n${message.slice(from + length)}`
    .split('\n')
    .map((line) => withoutIntroduction(line.trimEnd()))
    .map((line) => line.replace(/:$/, '').trimEnd())
    .filter((line) => line !== '')
    .join('\n')
    .trim()
}
