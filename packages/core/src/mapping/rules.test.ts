import { describe, expect, it } from 'vitest'
import { caseByRules, fitsPath, type MappingRule, nameInWords } from './rules.js'

// as the patterns of .gitignore and of bash with globstar
it.each([
  ['deck/**', 'deck/axle.spec.ts', true],
  ['deck/**', 'deck/limits/axle.spec.ts', true],
  ['deck/*', 'deck/limits/axle.spec.ts', false],
  ['**/limits/*.ts', 'src/deck/limits/axle.ts', true],
  ['**/limits/*.ts', 'limits/axle.ts', true],
  ['**', 'a/b/c', true],
  ['**/test_*.py', 'deck/test_axle.py', true],
  ['**/test_*.py', 'deck/axle_test.py', false],
  ['deck', 'deck/axle.ts', false],
])('%s takes %s: %s', (pattern, path, fits) => expect(fitsPath(pattern, path)).toBe(fits))

it('ends soon on any pattern', () => expect(fitsPath('**/*a*a*a*'.repeat(20), 'a/'.repeat(200) + 'b')).toBe(false))

it.each([
  ['test_refuses_a_load', 'Refuses a load'],
  ['refusesALoad', 'Refuses a load'],
  ['Refuses a load', 'Refuses a load'],
  ['test', 'Test'],
])('%s is “%s” in words', (name, words) => expect(nameInWords(name)).toBe(words))

describe('caseByRules', () => {
  const rules: MappingRule[] = [
    { kind: 'area', from: 'deck/**', to: 'Deck planner / Limits' },
    { kind: 'area', from: '**', to: 'Everything else' },
    { kind: 'title', from: '**/*.py', to: '{words}' },
    { kind: 'tag', from: '@smoke', to: 'smoke' },
  ]
  const script = { name: 'test_axle_load', classname: null, suites: [], file: 'deck/test_axle.py', tags: ['smoke', 'slow'] }
  it('takes the first rule of each kind, and every tag', () => {
    expect(caseByRules(script, rules)).toEqual({ area: ['Deck planner', 'Limits'], title: 'Axle load', tags: ['smoke'], by: [0, 2, 3] })
    expect(caseByRules({ ...script, file: 'gate/a.spec.ts', tags: [] }, rules)).toMatchObject({
      area: ['Everything else'],
      title: 'test_axle_load',
      by: [1],
    })
  })
  it('mirrors folders and keeps names without rules', () => {
    expect(caseByRules(script, [])).toEqual({ area: ['deck'], title: 'test_axle_load', tags: [], by: [] })
  })
})
