import type { CaseDetail } from '@bobbin/client'
import { expect, it } from 'vitest'
import { draftOf, editOf } from './case-draft.js'

const found: CaseDetail = {
  id: 12,
  key: 'FERRY-214', title: 'Axle limit', areaId: 1, areaPath: ['Deck planner'], preconditions: '', steps: [{ action: 'a', expected: 'b' }],
  priority: 2, tags: ['smoke'], ownerId: null, state: 'approved', intent: 'toAutomate', estimateS: null, runsAfter: [], version: 3, updatedAt: '2026-11-22T00:00:00Z',
} // prettier-ignore

it('sends nothing when nothing changed', () => expect(editOf(found, draftOf(found))).toBeNull())

it('sends only what changed, with the version that was read', () => {
  const draft = {
    ...draftOf(found),
    title: ' Axle limit holds ',
    tags: 'smoke, safety ,',
    steps: [...found.steps, { action: ' ', expected: '' }],
  }
  expect(editOf(found, draft)).toEqual({ version: 3, title: 'Axle limit holds', tags: ['smoke', 'safety'] })
})
