/** What a person decided about a suggestion, and how sure that was. */
export interface Decision {
  /** From 0 to 1, as it was weighed, before anything was learnt. */
  confidence: number
  accepted: boolean
}

/** A line through the log-odds of confidences: the log-odds of being right are `offset + slope × log-odds of the confidence`. */
export interface Calibration {
  offset: number
  slope: number
  /** How many decisions it was learnt from. */
  decisions: number
}

export const UNLEARNT: Calibration = { offset: 0, slope: 1, decisions: 0 }

/** From fewer decisions nothing is learnt. */
export const LEAST_DECISIONS = 20
/** What was fitted to labelled sets counts like so many decisions: common practice, no source. */
const PRIOR = 5
/** A confidence that is less likely right than a smaller one would turn the order of suggestions round. */
const LEAST_SLOPE = 0.2
const MOST_TURNS = 50
const NEAR = 1e-9
/** Confidences are told in thousandths. */
const EDGE = 0.0005

const logOdds = (p: number): number => {
  const within = Math.min(1 - EDGE, Math.max(EDGE, p))
  return Math.log(within / (1 - within))
}

/** What decisions of a project say about confidences: Platt's scaling, held near what holds without them. */
export function calibrationOf(decisions: readonly Decision[]): Calibration {
  if (decisions.length < LEAST_DECISIONS) return UNLEARNT
  const [offset, slope] = fitLogistic(
    decisions.map(({ confidence }) => logOdds(confidence)),
    decisions.map(({ accepted }) => (accepted ? 1 : 0)),
    { around: [UNLEARNT.offset, UNLEARNT.slope], strength: PRIOR },
  )
  return { offset, slope: Math.max(LEAST_SLOPE, slope), decisions: decisions.length }
}

/** A confidence as decisions of the project have it, in thousandths. */
export function calibrated(confidence: number, { offset, slope, decisions }: Calibration): number {
  if (decisions === 0) return confidence
  return Math.round(1000 / (1 + Math.exp(-(offset + slope * logOdds(confidence))))) / 1000
}

/**
 * Logistic regression of one variable by Newton’s method, with steps halved where they lead away: P(y = 1) = 1 / (1 + exp(−(a + b x))).
 * @param ys 0 or 1 for each of `xs`
 * @param prior how strongly a and b are held near `around`, as half of `strength` times the squared distance; 0 holds them not at all
 * @returns a and b
 */
export function fitLogistic(
  xs: readonly number[],
  ys: readonly number[],
  { around, strength }: { around: readonly [number, number]; strength: number },
): [a: number, b: number] {
  const cost = (a: number, b: number): number =>
    xs.reduce(
      (sum, x, i) => {
        const z = a + b * x
        // the log of 1 + e^z, without overflow
        return sum + Math.max(0, z) + Math.log1p(Math.exp(-Math.abs(z))) - (ys[i] ?? 0) * z
      },
      (strength / 2) * ((a - around[0]) ** 2 + (b - around[1]) ** 2),
    )
  let [a, b] = around
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    let [ga, gb] = [strength * (a - around[0]), strength * (b - around[1])]
    let [haa, hab, hbb] = [strength, 0, strength]
    xs.forEach((x, i) => {
      const p = 1 / (1 + Math.exp(-(a + b * x)))
      const off = p - (ys[i] ?? 0)
      ga += off
      gb += off * x
      const w = p * (1 - p)
      haa += w
      hab += w * x
      hbb += w * x * x
    })
    const determinant = haa * hbb - hab * hab
    if (!(determinant > 0)) return [a, b]
    let [da, db] = [(hbb * ga - hab * gb) / determinant, (haa * gb - hab * ga) / determinant]
    // far from the minimum a whole step may lead away from it
    const before = cost(a, b)
    for (let half = 0; half < MOST_TURNS && cost(a - da, b - db) > before; half++) [da, db] = [da / 2, db / 2]
    a -= da
    b -= db
    if (Math.abs(da) + Math.abs(db) < NEAR) break
  }
  return [a, b]
}
