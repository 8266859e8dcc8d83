// Takes in a file (or none) as the server does, up to its transaction, and prints the peak of its resident memory in MB.
import { createReadStream } from 'node:fs'
import { readFile } from '../../apps/server/dist/intake/read-file.js'

const [, , file] = process.argv
if (file) {
  const read = await readFile({ name: file, chunks: createReadStream(file), cut: () => false })
  if (read instanceof Error) throw read
  read.stage.dispose()
}
console.log(process.resourceUsage().maxRSS / 1024)
