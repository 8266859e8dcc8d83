import type { Language } from '../../found.js'
import { Frameworks, NAMED_AS_TEST, NAMES_MODULE } from './frameworks.js'
import { readTests } from './read-tests.js'

const EXTENSION = /\.[cm]?[jt]sx?$/
const NOT_SOURCE = /\.d\.[cm]?ts$|\.min\.js$/
const WORDS = /\b(?:describe|context|suite|it|test|specify|[fx](?:it|describe)|xtest|tap|t)\b[\s.(]/

/** JavaScript and TypeScript, by the Babel parser. */
export function javascript(): Language {
  let frameworks = new Frameworks({ paths: [], text: () => null })
  return {
    name: 'javascript',
    takes: (path) => EXTENSION.test(path) && !NOT_SOURCE.test(path),
    mayHold: (text, path) => WORDS.test(text) && (NAMED_AS_TEST.test(path) || NAMES_MODULE.test(text)),
    prepare(tree) {
      frameworks = new Frameworks(tree)
      return Promise.resolve()
    },
    read: (file) => readTests(file, frameworks),
  }
}
