import { stableText } from '../identity/stable-text.js'
import { visibleText } from '../text/visible.js'
import { plainText } from '../text/ansi.js'
import { withoutAnyValues, withoutValues } from './words.js'

const BETWEEN = '\u001f'
const MOST = 600

/**
 * What near-identical failures share: two signatures with one family are one failure group until a person says otherwise. Set aside are
 * figures, ids, folders, the package of an exception, and quoted values that are no names as code writes them; where no frame says where it
 * happened, all quoted names stay, because nothing else tells the failures apart.
 * @param signature as failureSignature() makes it
 * @example failureFamily('~TypeError\u001fcannot read "fare"\u001fprice.ts priceOf') === failureFamily('~TypeError\u001fcannot read "dues"\u001fprice.ts priceOf')
 */
export function failureFamily(signature: string): string {
  const [first = '', words = '', ...places] = signature.slice(0, MOST * 4).split(BETWEEN)
  const type =
    first
      .slice(1)
      .split(/[.:\\]/)
      .at(-1) ?? ''
  const said = places.length > 0 ? withoutAnyValues(words) : withoutValues(words)
  return [type, plain(said), ...places.map(plain)].join(BETWEEN)
}

const plain = (text: string): string =>
  stableText(text.slice(0, MOST))
    .toLowerCase()
    .replace(/\d+/g, '#')
    .split(/\s+/)
    .map((word) => withoutId(word.slice(Math.max(word.lastIndexOf('/'), word.lastIndexOf('\\')) + 1)))
    .join(' ')
    .trim()

/** A word with a figure in it is an id, after figures became `#`; what stands around it stays. */
const withoutId = (word: string): string =>
  word.includes('#')
    ? word
        .split(/([^\p{L}\d_#-]+)/u)
        .map((part) => (part.includes('#') ? '#' : part))
        .join('')
    : word

const MOST_TITLE = 200

/**
 * What a failure group is called: the first line that says something, of a message that it came with.
 * @param message null where the failure had none
 * @param signature what is left to say something where it had none
 */
export function groupTitle(message: string | null, signature: string): string {
  const line = plainText(message ?? '')
    .split('\n')
    .map((text) => text.trim())
    .find((text) => /[\p{L}\p{N}]/u.test(text))
  const [type = '', , ...places] = signature.split(BETWEEN)
  const title = line ?? ([type.slice(1), ...places].filter((part) => part !== '').join(' in ') || 'No message')
  return visibleText(title.length > MOST_TITLE ? `${title.slice(0, MOST_TITLE - 1)}…` : title)
}
