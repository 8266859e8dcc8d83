import { describe, expect, it } from 'vitest'
import { actClause, fieldChanges } from './act-sentence.js'
import { ACT_KINDS, canUndo, isActKind, topicsOf } from './acts.js'

describe('an act in words', () => {
  it('names its subject, or counts its subjects', () => {
    expect(actClause('case.changed', 'FERRY-101 Axle limit', 1)).toBe('changed FERRY-101 Axle limit')
    expect(actClause('case.deleted', 'FERRY-101 Axle limit', 12)).toBe('deleted 12 cases')
    expect(actClause('area.deleted', 'Deck planner', 9)).toBe('deleted the area Deck planner')
  })

  it('says what differs, field by field, without what only follows', () => {
    const change = {
      before: { priority: 2, tags: [], owner_id: null, version: 1, steps: [{ action: 'a' }] },
      after: { priority: 1, tags: ['smoke', 'tide'], owner_id: 4, version: 2, steps: [] },
    }
    expect(fieldChanges(change)).toEqual([
      { field: 'priority', from: '2', to: '1' },
      { field: 'tags', from: 'none', to: 'smoke, tide' },
      { field: 'owner', from: 'none', to: '4' },
      { field: 'steps', from: '1 entry', to: 'none' },
    ])
    expect(fieldChanges({ before: null, after: { title: 'New' } })).toEqual([])
  })

  it('shortens what would fill a page', () => {
    const [field] = fieldChanges({ before: { title: '' }, after: { title: 'x'.repeat(500) } })
    expect(field?.to).toHaveLength(201)
  })
})

it('every kind of act has a subject and words that name it', () => {
  for (const kind of ACT_KINDS) {
    expect(isActKind(kind)).toBe(true)
    expect(actClause(kind, 'it', 1)).toMatch(/^[a-z]/)
  }
  expect(isActKind('case.eaten')).toBe(false)
  expect(canUndo('case.changed')).toBe(true)
  expect(canUndo('token.revoked')).toBe(false)
  expect(topicsOf('case.changed')).toEqual(['cases'])
})
