/** Words that say nothing about what a test is about: common practice, no source. */
const EMPTY = new Set(
  `a an and are as at be been by can case cases check checks correct correctly do does ensure ensures for from given has have if in into is it its
  let may must new no not of off on one only or out over per return returns should shall spec test tests testing that the their then there these this
  to too under up upon use used uses using valid validate validates verify verifies via was were when where which while will with works`.split(
    /\s+/,
  ),
)

/** `is`, `has` and the like count where nothing else is left. */
const SPLIT = /([\p{Ll}\d])(\p{Lu})|(\p{Lu})(\p{Lu}\p{Ll})/gu

/** The words of a name: camel case and snake case apart, small letters, without endings and words that say nothing. */
export function termsOf(text: string): string[] {
  const all = text
    .replace(
      SPLIT,
      (_, a: string | undefined, b: string | undefined, c: string | undefined, d: string | undefined) => `${a ?? c ?? ''} ${b ?? d ?? ''}`,
    )
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
  const telling = all.filter((word) => !EMPTY.has(word))
  return (telling.length > 0 ? telling : all).map(stem)
}

/** Without the endings of plurals and verbs: light, so that no two words of a trade become one. */
export function stem(word: string): string {
  if (word.length <= 3 || /\d/.test(word)) return word
  let cut = word
  if (cut.endsWith('ies') && cut.length > 4) cut = `${cut.slice(0, -3)}y`
  else if (/(ss|sh|ch|x|z)es$/.test(cut)) cut = cut.slice(0, -2)
  else if (cut.endsWith('s') && !/(ss|us|is)$/.test(cut)) cut = cut.slice(0, -1)
  if (cut.endsWith('ing') && cut.length > 5) cut = undoubled(cut.slice(0, -3))
  else if (cut.endsWith('ed') && cut.length > 4) cut = undoubled(cut.slice(0, -2))
  return cut.endsWith('e') && cut.length > 3 ? cut.slice(0, -1) : cut
}

const undoubled = (word: string): string => (/([bdgmnprt])\1$/.test(word) ? word.slice(0, -1) : word)
