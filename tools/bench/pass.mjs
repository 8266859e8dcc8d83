// Reads a file a few times, either with nobody listening or as Bobbin does, and prints the least time in milliseconds.
import { bareJsonPass } from './formats.mjs'
import { barePass, ourPass } from './parsing.mjs'

const PASSES = { bare: barePass, bareJson: bareJsonPass, ours: ourPass }
const [, , name, file] = process.argv
let least = Infinity
for (let i = 0; i < 4; i++) {
  const began = performance.now()
  await PASSES[name](file)
  least = Math.min(least, performance.now() - began)
}
console.log(least)
