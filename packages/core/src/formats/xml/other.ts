import { Refusal, type ResultFormat } from '../result.js'
import { type Vocabulary, XmlReader } from './reader.js'
import { looksLikeXml } from './root.js'

/** What some roots are, so that a person knows why the file is not taken. */
const KNOWN: Record<string, string> = {
  suite: 'which lists tests to run and holds no results',
  html: 'which is a page to look at, not a result file',
  project: 'which is a build description',
}

/** Any other XML: refused for its root, or for what is wrong with it, with the place. */
export const otherXml: ResultFormat = {
  id: 'xml',
  recognises: looksLikeXml,
  open: (sink) =>
    new XmlReader(sink, (): Vocabulary => ({
      open: ({ name, place }) => {
        const why = KNOWN[name] ? `, ${KNOWN[name]}` : ''
        throw new Refusal('wrongRoot', `The root element <${name}> is no known result format${why}; <testsuites> is, for one`, place)
      },
      close: () => undefined,
      finish: () => {
        throw new Refusal('wrongRoot', 'The file has no root element')
      },
    })),
}
