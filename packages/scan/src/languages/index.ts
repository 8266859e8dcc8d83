import type { Language } from '../found.js'
import { csharp } from './csharp.js'
import { gherkin } from './gherkin.js'
import { go } from './go.js'
import { java } from './java.js'
import { javascript } from './javascript/index.js'
import { php } from './php.js'
import { python } from './python.js'
import { ruby } from './ruby.js'

/** All languages in which tests are found; a new one is entered here. */
export const LANGUAGES: readonly (() => Language)[] = [javascript, python, java, csharp, go, php, ruby, gherkin]
