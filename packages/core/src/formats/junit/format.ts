import { xmlFormat } from '../xml/reader.js'
import { JunitListener } from './reader.js'

/** JUnit-style XML: there is no standard, so what is read is what runners write (docs/formats.md). */
export const junitXml = xmlFormat(
  'junit-xml',
  ['testsuites', 'testsuite'],
  ({ warnings, sink, shorten }) => new JunitListener(warnings, sink, shorten),
)
