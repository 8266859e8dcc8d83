import { LineReader } from '../lines.js'
import type { ResultFormat } from '../result.js'
import { WarningLog } from '../warnings.js'
import { TapReader } from './reader.js'

/** The Test Anything Protocol in its versions 12, 13 and 14 (testanything.org), and with sub-tests between braces. */
export const tap: ResultFormat = {
  id: 'tap',
  grows: true,
  recognises: (head) => {
    const text = new TextDecoder().decode(head)
    return /^\uFEFF?TAP version \d+\s*$/m.test(text) || /^1\.\.\d+\s*(#.*)?$/m.test(text) || /^(not )?ok \d+\b/m.test(text)
  },
  open: (sink, { path }) => {
    const warnings = new WarningLog()
    return new LineReader(new TapReader(sink, warnings, path), warnings)
  },
}
