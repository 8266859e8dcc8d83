import { describe, expect, it } from 'vitest'
import { requirementLines } from './requirement-lines.js'

describe('requirements, one a line', () => {
  it('come out of a spreadsheet, a list with semicolons, or plain text', () => {
    expect(
      requirementLines(
        'TIDE-31\tLoads over the axle limit are refused\thttps://tide.gullhaven.example/31\r\nTIDE-34; Dangerous goods stand apart\n\n TIDE-40 The mate gets the plan on paper ',
      ),
    ).toEqual({
      rows: [
        { key: 'TIDE-31', name: 'Loads over the axle limit are refused', address: 'https://tide.gullhaven.example/31' },
        { key: 'TIDE-34', name: 'Dangerous goods stand apart', address: null },
        { key: 'TIDE-40', name: 'The mate gets the plan on paper', address: null },
      ],
      unread: [],
    })
  })

  it('are named by their line where there is no key or no title', () => {
    expect(requirementLines('TIDE-1\nThe plan is printed\nTIDE-2 \n;no key\na b;two words').unread).toEqual([1, 2, 3, 4, 5])
  })

  it('count once for a key, as the last line says; an address is one of the web', () => {
    expect(requirementLines('T-1 old\nT-2 other\nT-1;new;javascript:alert(1)').rows).toEqual([
      { key: 'T-2', name: 'other', address: null },
      { key: 'T-1', name: 'new', address: null },
    ])
  })
})
