import { SaxesParser } from 'saxes'
import { expect, it } from 'vitest'
import { WarningLog } from '../warnings.js'
import { type RawElement, XmlEvents } from './events.js'

function read(text: string): RawElement[] {
  const seen: RawElement[] = []
  const events = new XmlEvents({ open: (element) => void seen.push(element), close: () => undefined }, new WarningLog())
  events.write(text)
  events.end()
  return seen
}

it('gives attributes in the order of the file, with their entities resolved', () => {
  const [element] = read(`<a one='1' two="&lt;&amp;&#65;" xmlns:q="urn:q" q:three=""/>`)
  expect(element?.attributes.keys().map((name) => [name, element.attributes.get(name)])).toEqual([
    ['one', '1'],
    ['two', '<&A'],
    ['xmlns:q', 'urn:q'],
    ['q:three', ''],
  ])
})

it('does not hand one element the attributes of another', () => {
  expect(read('<a x="1"><b/><c y="2"/></a>').map(({ attributes }) => attributes.keys())).toEqual([['x'], [], ['y']])
})

// XML 1.0, “Unique Att Spec”: no attribute name may appear more than once in the same start tag
it('refuses an attribute that stands twice in one tag', () => {
  expect(() => read('<a>\n<b x="1" x="2"/></a>')).toThrow(/not well-formed XML: duplicate attribute: x \(line 2, column \d+\)/)
})

it('stands in for two properties that the parser has', () => {
  const parser = new SaxesParser({ xmlns: false })
  expect(Object.keys(parser)).toEqual(expect.arrayContaining(['pushAttrib', 'processAttribs']))
})

it('gathers no text in elements that say nothing, however its pieces fall, and loses none around them', () => {
  const text =
    '<s>\n &lt;no&gt; <t n="a&amp;b">x &amp; <f m="1&lt;2">one &lt; <b>two</b> three<![CDATA[ & four]]></f> &gt; y</t><u>five</u> &amp;</s>'
  for (let at = 1; at < text.length; at++) {
    const heard: Record<string, string> = {}
    const attributes: unknown[] = []
    const listener = {
      silent: new Set(['s', 't']),
      open: (element: RawElement) => void attributes.push(...element.attributes.keys().map((name) => element.attributes.get(name))),
      close: (name: string, said: string) => void (heard[name] = said),
    }
    const events = new XmlEvents(listener, new WarningLog())
    events.write(text.slice(0, at))
    events.write(text.slice(at))
    events.end()
    expect(heard).toMatchObject({ f: 'one <  three & four', b: 'two', u: 'five', s: '', t: '' })
    expect(attributes).toEqual(['a&b', '1<2'])
  }
})
