/** NUL can stand neither in XML nor in PostgreSQL text; its picture takes its place. */
export const withoutNul = (text: string): string => (text.includes('\0') ? text.replaceAll('\0', '\u2400') : text)
