// Reads a file (or none) and prints the peak of its resident memory in MB.
import { ourPass } from './parsing.mjs'

const [, , file] = process.argv
if (file) await ourPass(file)
console.log(process.resourceUsage().maxRSS / 1024)
