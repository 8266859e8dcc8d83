import type { Node } from 'web-tree-sitter'
import { field, named } from './tree.js'

/** An annotation or attribute as code writes it: name without its package, and the texts and names in its brackets. */
export interface Annotation {
  name: string
  /** Texts, by the name that is given to them; those without a name under an empty one. */
  values: { name: string; text: string }[]
  /** All that stands in its brackets. */
  written: string
}

const STRING = [
  'string_fragment',
  'string_literal_content',
  'string_content',
  'string_literal_fragment',
  'verbatim_string_literal',
  'raw_string_content',
]

export function annotationOf(node: Node): Annotation {
  const written = (field(node, 'arguments') ?? named(node).find(({ type }) => /argument_list|arguments$/.test(type)))?.text ?? ''
  const texts = node.descendantsOfType(STRING).flatMap((one): Annotation['values'] => {
    if (!one) return []
    return [{ name: nameBefore(one, node), text: one.type === 'verbatim_string_literal' ? one.text.slice(2, -1) : one.text }]
  })
  return { name: lastOf(field(node, 'name')?.text ?? named(node)[0]?.text ?? ''), values: texts, written }
}

/** The name that a value in brackets is given: `priority = "high"`. */
function nameBefore(text: Node, until: Node): string {
  for (let node: Node | null = text; node && node.id !== until.id; node = node.parent) {
    if (node.type === 'element_value_pair') return field(node, 'key')?.text ?? ''
    if (node.type === 'attribute_argument' || node.type === 'argument') {
      const name = field(node, 'name')?.text ?? /^(\w+)\s*[=:]/.exec(node.text)?.[1]
      return name ?? ''
    }
  }
  return ''
}

export const lastOf = (dotted: string): string =>
  dotted.slice(Math.max(dotted.lastIndexOf('.'), dotted.lastIndexOf('\\'), dotted.lastIndexOf(':')) + 1)

export const textsOf = (annotation: Annotation | undefined): string[] => annotation?.values.map(({ text }) => text) ?? []
