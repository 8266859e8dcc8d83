/** A field that two people changed, each in another way. */
export interface MergeConflict<T> {
  field: keyof T
  base: T[keyof T]
  mine: T[keyof T]
  theirs: T[keyof T]
}

export interface Merge<T> {
  /** Theirs, with what only I changed. Where both changed a field, theirs stands until somebody chooses. */
  merged: T
  conflicts: MergeConflict<T>[]
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** Brings together two edits of the same thing, field by field (a three-way merge): what only one side changed is taken from that side. */
export function mergeEdits<T extends object>(base: T, mine: T, theirs: T): Merge<T> {
  const merged = { ...theirs }
  const conflicts: MergeConflict<T>[] = []
  for (const field of Object.keys(mine) as (keyof T)[]) {
    if (same(mine[field], base[field]) || same(mine[field], theirs[field])) continue
    if (same(theirs[field], base[field])) merged[field] = mine[field]
    else conflicts.push({ field, base: base[field], mine: mine[field], theirs: theirs[field] })
  }
  return { merged, conflicts }
}
