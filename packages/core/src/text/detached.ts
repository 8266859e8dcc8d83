/**
 * The same text, in memory of its own. A text cut out of a piece of a file keeps that whole piece in memory as long as it lives
 * itself: whoever keeps a text for longer than its test keeps a copy. (Engines share the characters of a slice with what it was cut
 * from; joining makes new ones. That is how engines work today and no promise of the language.)
 */
export const detached = (text: string): string => ` ${text}`.slice(1)
