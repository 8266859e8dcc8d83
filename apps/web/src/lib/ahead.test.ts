import { describe, expect, it } from 'vitest'
import { Ahead } from './ahead.js'

describe('what was asked for and is not drawn yet', () => {
  const begun = () => {
    const ahead = new Ahead()
    ahead.isNewest('a')
    return ahead
  }

  it('an earlier one that is drawn is not the newest, however often it is looked at', () => {
    const ahead = begun()
    for (const key of ['b', 'c']) ahead.asked(key)
    expect([ahead.isNewest('a'), ahead.isNewest('b'), ahead.isNewest('b'), ahead.isNewest('c'), ahead.isNewest('c')]).toEqual([
      false,
      false,
      false,
      true,
      true,
    ])
  })

  it('some are never drawn', () => {
    const ahead = begun()
    for (const key of ['b', 'c', 'd']) ahead.asked(key)
    expect([ahead.isNewest('d'), ahead.isNewest('d')]).toEqual([true, true])
  })

  it('what came from elsewhere is the newest, and nothing waits any more', () => {
    const ahead = begun()
    ahead.asked('b')
    expect([ahead.isNewest('z'), ahead.isNewest('b')]).toEqual([true, true])
  })

  it('asking for what is there asks for nothing', () => {
    const ahead = begun()
    ahead.asked('a')
    expect(ahead.isNewest('a')).toBe(true)
  })
})
