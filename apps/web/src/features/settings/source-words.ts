/** Intervals that are offered, in seconds. */
export const INTERVALS: readonly number[] = [60, 300, 900, 3600, 21_600, 86_400]

/** `minute`, `5 minutes`, `hour`, `90 seconds`: what stands behind “every”. */
export function everyWords(seconds: number): string {
  const [size, unit] = seconds % 86_400 === 0 ? [86_400, 'day'] : seconds % 3600 === 0 ? [3600, 'hour'] : seconds % 60 === 0 ? [60, 'minute'] : [1, 'second'] // prettier-ignore
  const many = seconds / Number(size)
  return many === 1 ? String(unit) : `${many} ${unit}s`
}
