import { describe, expect, it } from 'vitest'
import { calibrated, calibrationOf, type Decision, fitLogistic, UNLEARNT } from './calibrate.js'

const decisions = (confidence: number, accepted: number, rejected: number): Decision[] =>
  Array.from({ length: accepted + rejected }, (_, i) => ({ confidence, accepted: i < accepted }))

describe('fitLogistic', () => {
  it('finds the coefficients of a published example', () => {
    // hours of study and whether the exam was passed: the worked example in Wikipedia, "Logistic regression", −4.0777 and 1.5046
    const hours = [0.5, 0.75, 1, 1.25, 1.5, 1.75, 1.75, 2, 2.25, 2.5, 2.75, 3, 3.25, 3.5, 4, 4.25, 4.5, 4.75, 5, 5.5]
    const passed = [0, 0, 0, 0, 0, 0, 1, 0, 1, 0, 1, 0, 1, 0, 1, 1, 1, 1, 1, 1]
    const [a, b] = fitLogistic(hours, passed, { around: [0, 1], strength: 0 })
    expect(a).toBeCloseTo(-4.0777, 4)
    expect(b).toBeCloseTo(1.5046, 4)
  })
  it('stays where it is held when all answers are the same', () => {
    const [a, b] = fitLogistic([2, 2, 2], [1, 1, 1], { around: [0, 1], strength: 5 })
    expect(a).toBeGreaterThan(0)
    expect(a + b).toBeLessThan(2)
  })
})

describe('calibrationOf', () => {
  it('learns nothing from few decisions', () => expect(calibrationOf(decisions(0.9, 0, 19))).toEqual(UNLEARNT))
  it('makes what was often rejected less sure', () => {
    // minimum of the same sum found by scipy 1.17's optimize.minimize (BFGS): −0.746250, 0.562907; 0.95 becomes 0.713, 0.6 becomes 0.373
    const learnt = calibrationOf([...decisions(0.95, 14, 6), ...decisions(0.6, 4, 16)])
    expect(learnt.offset).toBeCloseTo(-0.74625, 5)
    expect(learnt.slope).toBeCloseTo(0.562907, 5)
    expect([0.95, 0.8, 0.6].map((one) => calibrated(one, learnt))).toEqual([0.713, 0.509, 0.373])
  })
  it('never turns the order round', () => {
    const learnt = calibrationOf([...decisions(0.9, 0, 60), ...decisions(0.3, 60, 0)])
    expect(calibrated(0.9, learnt)).toBeGreaterThan(calibrated(0.3, learnt))
  })
})
