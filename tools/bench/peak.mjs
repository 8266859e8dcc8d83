// Takes in a file (or none) as the server does, up to its transaction, and prints the peak of its resident memory in MB.
import { createReadStream } from 'node:fs'
import { disposeOf, readFiles } from '../../apps/server/dist/intake/read-file.js'
import { ThreadPool } from '../../apps/server/dist/platform/threads/thread-pool.js'

const [, , file] = process.argv
if (file) {
  const threads = new ThreadPool(new URL('../../apps/server/dist/reading-thread.js', import.meta.url), 2)
  for await (const read of readFiles({ name: file, chunks: createReadStream(file), cut: () => false }, { threads })) {
    if ('refusal' in read) throw read.refusal
    disposeOf(read)
  }
}
console.log(process.resourceUsage().maxRSS / 1024)
