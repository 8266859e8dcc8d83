/**
 * Whether the path of a source file may be given to a runner: from the root of its sources, normal, and never an option. What scans and results say
 * of files comes from whoever may deliver.
 */
export function isSafePath(file: string): boolean {
  if (file === '' || file.length > 1000 || /\p{Cc}|\p{Cf}|\\/u.test(file) || file.startsWith('-') || /^[a-z]:/i.test(file)) return false
  return file.split('/').every((part) => part !== '' && part !== '.' && part !== '..')
}
