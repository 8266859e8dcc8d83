/**
 * A sort key by which `9` comes before `10` and `2026.11.9` before `2026.11.10`: every run of digits is padded to 16.
 * A name that does not start with a digit (a commit, a word) has no order of its own and gets null.
 */
export function naturalKey(name: string): string | null {
  return /^\d/.test(name) ? name.replace(/\d+/g, (digits) => digits.padStart(16, '0')) : null
}
