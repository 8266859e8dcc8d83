import { xmlEncoding } from '../decode.js'
import type { ResultFormat } from '../result.js'
import { JunitReader } from './reader.js'

/** JUnit-style XML: there is no standard, so what is read is what runners write (docs/formats.md). */
export const junitXml: ResultFormat = {
  id: 'junit-xml',
  recognises: (head) => looksLikeXml(head),
  open: (sink) => new JunitReader(sink),
}

/** Any XML is taken here, so that a wrong root or text before it is told with its place, not as "unknown format". */
function looksLikeXml(head: Uint8Array): boolean {
  try {
    const text = new TextDecoder(xmlEncoding(head)).decode(head)
    return /^\s*</.test(text) || /<\?xml\s|<testsuites?[\s>]/.test(text)
  } catch {
    return true // an encoding nobody knows: the reader says so
  }
}
