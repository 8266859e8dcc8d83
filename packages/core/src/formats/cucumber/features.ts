import { objectOf, objectsOf, textOf, wordOf } from '../json/fields.js'
import type { JsonObject } from '../json/stream.js'
import type { Property } from '../result.js'

/** What is kept of a scenario, a step or a row of examples in a feature file. */
export interface FeatureNode {
  name: string
  keyword: string | null
  /** Names of the feature and rule around it. */
  path: string[]
  /** The values of a row of examples. */
  row: Property[]
}

/** Enters scenarios, steps and example rows of a feature by their ids. */
export function readFeature(feature: JsonObject, nodes: Map<string, FeatureNode>): void {
  readChildren(feature, [wordOf(feature['name']) ?? ''], nodes)
}

function readChildren(parent: JsonObject, path: string[], nodes: Map<string, FeatureNode>): void {
  for (const child of objectsOf(parent['children'])) {
    const rule = objectOf(child['rule'])
    if ('rule' in child)
      readChildren(
        rule,
        [...path, wordOf(rule['name']) ?? ''].filter((name) => name !== ''),
        nodes,
      )
    readSteps(objectOf(child['background']), path, nodes)
    if ('scenario' in child) readScenario(objectOf(child['scenario']), path, nodes)
  }
}

function readScenario(scenario: JsonObject, path: string[], nodes: Map<string, FeatureNode>): void {
  const name = wordOf(scenario['name']) ?? ''
  nodes.set(wordOf(scenario['id']) ?? '', { name, keyword: textOf(scenario['keyword']), path, row: [] })
  readSteps(scenario, path, nodes)
  for (const examples of objectsOf(scenario['examples'])) {
    const header = objectsOf(objectOf(examples['tableHeader'])['cells']).map((cell) => wordOf(cell['value']) ?? '')
    for (const line of objectsOf(examples['tableBody'])) {
      const cells = objectsOf(line['cells']).map((cell) => wordOf(cell['value']) ?? '')
      const row = header.map((column, i) => ({ name: `example ${column}`, value: cells[i] ?? '' }))
      nodes.set(wordOf(line['id']) ?? '', { name, keyword: null, path, row })
    }
  }
}

function readSteps(parent: JsonObject, path: string[], nodes: Map<string, FeatureNode>): void {
  for (const step of objectsOf(parent['steps'])) {
    const keyword = wordOf(step['keyword'])?.trim() ?? null
    nodes.set(wordOf(step['id']) ?? '', { name: wordOf(step['text']) ?? '', keyword, path, row: [] })
  }
}
