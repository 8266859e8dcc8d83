// Takes in a file (or none) as the server does, up to its transaction (HEAP_MB bounds the thread that reads it), and prints the peak of its resident memory in MB.
import { createReadStream } from 'node:fs'
import { disposeOf, readFiles } from '../../apps/server/dist/intake/reading/read-file.js'
import { THREAD_LIMITS, ThreadPool } from '../../apps/server/dist/platform/threads/thread-pool.js'

const [, , file] = process.argv
if (file) {
  const threads = new ThreadPool(new URL('../../apps/server/dist/reading-thread.js', import.meta.url), 2, {
    ...THREAD_LIMITS,
    heapMb: Number(process.env.HEAP_MB ?? THREAD_LIMITS.heapMb),
  })
  for await (const read of readFiles({ name: file, chunks: createReadStream(file), cut: () => false }, { threads })) {
    if ('refusal' in read) throw read.refusal
    disposeOf(read)
  }
}
console.log(process.resourceUsage().maxRSS / 1024)
