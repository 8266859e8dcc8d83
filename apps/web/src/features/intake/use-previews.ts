import { useEffect, useRef, useState } from 'react'
import type { DroppedFile } from './dropped-files.js'
import type { InspectedFile, InspectOrder, InspectReport } from './inspect.worker.js'

/** How far the look into a chosen file is, and what it found. */
export type PreviewState =
  | { kind: 'reading'; read: number }
  | { kind: 'found'; files: InspectedFile[] }
  | { kind: 'failed'; message: string }

/** Looks into each chosen file in a worker, one after the other, and tells what is in it before anything is stored. */
export function usePreviews(files: readonly DroppedFile[]): ReadonlyMap<Blob, PreviewState> {
  const [states, setStates] = useState<ReadonlyMap<Blob, PreviewState>>(new Map())
  const worker = useRef<Worker | null>(null)
  const orders = useRef<Blob[]>([])
  useEffect(() => {
    const started = new Worker(new URL('./inspect.worker.ts', import.meta.url), { type: 'module' })
    started.onmessage = ({ data }: MessageEvent<InspectReport>) => {
      const content = orders.current[data.id]
      if (content) setStates((before) => new Map(before).set(content, stateOf(data)))
    }
    worker.current = started
    return () => {
      started.terminate()
      orders.current = []
    }
  }, [])
  useEffect(() => {
    for (const { name, content } of files) {
      if (orders.current.includes(content)) continue
      const id = orders.current.push(content) - 1
      worker.current?.postMessage({ id, name, content } satisfies InspectOrder)
    }
  }, [files])
  return states
}

function stateOf(report: InspectReport): PreviewState {
  if ('found' in report) return { kind: 'found', files: report.found }
  return 'failed' in report ? { kind: 'failed', message: report.failed } : { kind: 'reading', read: report.read }
}
