/** A displayed figure that a recount from raw results does not confirm. */
export interface DifferingFigure {
  /** Where it is shown, as `flaky: flips`. */
  figure: string
  /** What it is of: a test, a day, a run, an area. */
  of: string
  shown: string
  recounted: string
}

export interface FiguresRecount {
  /** How many figures were compared. */
  checked: number
  differing: DifferingFigure[]
  /** Raw results that were read for it. */
  results: number
}
