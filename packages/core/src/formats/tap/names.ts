const SOURCE = /\.(?:[cm]?[jt]sx?|t|py|rb|php|sh|bats|pl|lua|go|rs|c|cc|cpp)$/

/** Whether a name is that of a source file: as a failing point without sub-tests, a file that did not load. */
export const isLoadedFile = (name: string): boolean => SOURCE.test(name) && !/\s/.test(name)

/** Where a point stands: the file where one is named, the blocks around it, its own name. */
export function locate(
  path: readonly string[],
  name: string,
  file: string | null,
): { name: string; suites: string[]; sourceFile: string | null } {
  const parts = [...path, ...(path.length === 0 ? name.split(' > ') : [name])]
  const [first = ''] = parts
  if (parts.length > 1 && isLoadedFile(first)) {
    return { name: parts.at(-1) ?? '', suites: parts.slice(0, -1), sourceFile: first }
  }
  return { name, suites: [...path], sourceFile: file }
}
