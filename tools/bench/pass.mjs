// Reads a file a few times, either with nobody listening or as Bobbin does, and prints the least time in milliseconds.
import { barePass, ourPass } from './parsing.mjs'

const [, , name, file] = process.argv
const pass = name === 'bare' ? barePass : ourPass
let least = Infinity
for (let i = 0; i < 4; i++) {
  const began = performance.now()
  await pass(file)
  least = Math.min(least, performance.now() - began)
}
console.log(least)
