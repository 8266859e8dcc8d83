import type { Property } from '../formats/result.js'

/** Properties that name a case, as reporters and teams call them: common practice, no source. */
const KEY_PROPERTY = /^(case|test|test[_-]?case)([_.-]?(id|key))?s?$/i
const TAG_PROPERTY = /^(tag|label|group|mark(er)?|category)s?$/i
const KEY = /^[A-Z][A-Z0-9]{0,14}-\d{1,9}$/
const KEY_IN_NAME = /(?<![A-Za-z0-9])([A-Z][A-Z0-9]{1,14})[-_](\d{1,9})(?![A-Za-z0-9])/g
/** Most names hold none, and this is quicker to see. */
const MAY_HOLD_KEY = /[A-Z0-9][-_]\d/
/** Words before a number that name a standard, not a case. */
const NOT_A_PROJECT = new Set([
  'UTF',
  'ISO',
  'RFC',
  'SHA',
  'MD',
  'HTTP',
  'AES',
  'RSA',
  'TLS',
  'UTC',
  'GMT',
  'CVE',
  'CP',
  'IEEE',
  'ES',
  'IPV',
])

/**
 * Case keys that a test declares: a property such as `case` or `test_id`, a tag, or `FERRY-101` in its name or its suite's
 * (also `FERRY_101`, since many languages allow no hyphen). In the order found, each once.
 */
export function declaredKeys(name: string, properties: readonly Property[], suite: string | null = null): string[] {
  if (properties.length === 0 && !MAY_HOLD_KEY.test(name) && !(suite && MAY_HOLD_KEY.test(suite))) return []
  const keys = new Set<string>()
  for (const property of properties) {
    if (KEY_PROPERTY.test(property.name) || TAG_PROPERTY.test(property.name)) {
      for (const word of property.value.split(/[\s,;|@]+/)) if (KEY.test(word)) keys.add(word)
    }
  }
  addKeysIn(name, keys)
  if (suite) addKeysIn(suite, keys)
  return [...keys]
}

/** Without an iterator, which costs a pattern of its own for each text. */
function addKeysIn(text: string, keys: Set<string>): void {
  if (!MAY_HOLD_KEY.test(text)) return
  KEY_IN_NAME.lastIndex = 0
  for (let match = KEY_IN_NAME.exec(text); match; match = KEY_IN_NAME.exec(text)) {
    if (!NOT_A_PROJECT.has(match[1] ?? '')) keys.add(`${match[1]}-${match[2]}`)
  }
}
