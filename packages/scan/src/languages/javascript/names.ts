import type { Expression, Node } from '@babel/types'
import type { Part } from '../../title.js'

/** Values of names that a file gives once: `const KIND = 'adult'`. */
export class Constants {
  private readonly values = new Map<string, Part[] | null>()

  constructor(private readonly outer: Constants | null = null) {}

  set(name: string, value: Part[] | null): void {
    this.values.set(name, this.values.has(name) ? null : value)
  }

  get(name: string): Part[] | null {
    return this.values.has(name) ? (this.values.get(name) ?? null) : (this.outer?.get(name) ?? null)
  }
}

/** Text that an expression surely is, or is with computed parts; null where it is no text by its form. */
export function textOf(node: Node | null | undefined, constants: Constants, source: string): Part[] | null {
  switch (node?.type) {
    case 'StringLiteral':
      return [node.value]
    case 'NumericLiteral':
      return [String(node.value)]
    case 'TemplateLiteral':
      return node.quasis.flatMap((quasi, place): Part[] => {
        const text = quasi.value.cooked ?? quasi.value.raw
        const value = node.expressions[place]
        const written = value ? (textOf(value, constants, source) ?? [{ computed: `\${${written1(value, source)}}` }]) : []
        return [...(text === '' ? [] : [text]), ...written]
      })
    case 'BinaryExpression': {
      if (node.operator !== '+') return null
      const sides = [node.left, node.right].map((side) => textOf(side, constants, source))
      if (sides.every((side) => side === null)) return null
      return [node.left, node.right].flatMap((side, place) => sides[place] ?? [{ computed: `\${${written1(side, source)}}` }])
    }
    case 'Identifier':
      return constants.get(node.name)
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'ParenthesizedExpression':
      return textOf(node.expression, constants, source)
    default:
      return null
  }
}

const MOST = 60

/** What the code writes for a value, in one line. */
export function written1(node: Node, source: string): string {
  const text = source.slice(node.start ?? 0, node.end ?? 0).replace(/\s+/g, ' ')
  return text.length > MOST ? `${text.slice(0, MOST)}…` : text
}

/** How a function of a test framework is called: `it.only.each(table)('…')` has the root `it` and the words `only`, `each`. */
export interface Call {
  root: string
  words: string[]
  /** `it.each` with a table: what the name leaves open is filled from it. */
  fromTable: boolean
}

export function callOf(callee: Expression | Node): Call | null {
  switch (callee.type) {
    case 'Identifier':
      return { root: callee.name, words: [], fromTable: false }
    case 'ThisExpression':
      return { root: 'this', words: [], fromTable: false }
    case 'MemberExpression': {
      const call = callOf(callee.object)
      if (!call || callee.computed || callee.property.type !== 'Identifier') return null
      return { ...call, words: [...call.words, callee.property.name] }
    }
    case 'CallExpression':
      return tableOf(callOf(callee.callee))
    case 'TaggedTemplateExpression':
      return tableOf(callOf(callee.tag))
    case 'TSInstantiationExpression':
    case 'ParenthesizedExpression':
    case 'TSNonNullExpression':
      return callOf(callee.expression)
    default:
      return null
  }
}

/** A call that gives the function to be called with a name. */
function tableOf(call: Call | null): Call | null {
  const last = call?.words.at(-1)
  if (!call || last === undefined) return null
  if (last === 'each' || last === 'for') return { ...call, fromTable: true }
  return last === 'skipIf' || last === 'runIf' || last === 'extend' || last === 'extendWith' || last === 'if' ? call : null
}
