import { expect, it } from 'vitest'
import { Attributes } from './attributes.js'

it('keeps attributes in the order of the file and changes only those that are there', () => {
  const attributes = new Attributes()
  attributes.add('name', 'boards a passenger')
  attributes.add('time', '0.4')
  attributes.change('name', (value) => value.slice(0, 6))
  attributes.change('classname', () => 'never')
  expect(attributes.keys()).toEqual(['name', 'time'])
  expect([attributes.get('name'), attributes.get('classname')]).toEqual(['boards', undefined])
  expect([attributes.has('time'), attributes.has('classname')]).toEqual([true, false])
})
