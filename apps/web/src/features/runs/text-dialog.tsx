import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { formatBytes, formatDuration } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { AnsiText } from '../../ui/ansi-text.js'
import { copyText } from '../../ui/copy.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, messageOf } from '../../ui/states.js'
import { readable, type NetworkCall, type Readable } from './readable.js'

export interface TextDialogProps {
  name: string
  about: string
  address: string
  onClose: () => void
}

/** So much of a text is shown, in bytes; more makes a page slow and nobody reads it here. */
const SHOWN = 2 * 1024 * 1024

/** A text over the whole window: logs with their colours, JSON and XML laid out, network records as a table. */
export function TextDialog({ name, about, address, onClose }: TextDialogProps) {
  const content = useQuery({
    queryKey: keyFor('attachment', address),
    queryFn: ({ signal }) => fetchText(address, signal),
    staleTime: Infinity,
  })
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={name} description={about} size="window">
      {content.isPending && <p className="text-soft">Loading …</p>}
      {content.error && (
        <p role="alert" className="text-failed">
          {messageOf(content.error)}
        </p>
      )}
      {content.data && <Content {...content.data} address={address} />}
    </Dialog>
  )
}

async function fetchText(address: string, signal: AbortSignal): Promise<{ text: string; cut: boolean }> {
  const answer = await fetch(address, { headers: { range: `bytes=0-${SHOWN - 1}` }, signal })
  if (!answer.ok) throw new Error(`It can’t be shown: the server answered ${answer.status}`)
  const whole = Number(/\/(\d+)$/.exec(answer.headers.get('content-range') ?? '')?.[1] ?? 0)
  return { text: await answer.text(), cut: whole > SHOWN }
}

function Content({ text, cut, address }: { text: string; cut: boolean; address: string }) {
  const [raw, setRaw] = useState(false)
  const best = useMemo<Readable>(() => (cut ? { kind: 'log', text } : readable(text)), [text, cut])
  const found: Readable = raw ? { kind: 'log', text } : best
  const laidOut = best.kind !== 'log'
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => void copyText(text, 'Text')}>Copy</Button>
        {laidOut && <Button onClick={() => setRaw(!raw)}>{raw ? 'Laid out' : 'As it is'}</Button>}
        <a href={address} target="_blank" rel="noreferrer" className="link">
          Open in a new tab
        </a>
        {cut && <span className="text-errored">Only the first {formatBytes(SHOWN)} are shown.</span>}
      </div>
      {found.kind === 'network' ? (
        <Network calls={found.calls} />
      ) : (
        <pre className="min-h-0 flex-1 overflow-auto font-mono text-xs leading-[18px] whitespace-pre-wrap" tabIndex={0} aria-label="Text">
          <AnsiText text={found.text} />
        </pre>
      )}
    </>
  )
}

function Network({ calls }: { calls: NetworkCall[] }) {
  return (
    <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Network log">
      <table className="w-full text-left">
        <thead className="text-soft">
          <tr className="border-b border-hairline">
            <th className="py-1 pr-4 font-normal">Method</th>
            <th className="pr-4 font-normal">Status</th>
            <th className="w-full pr-4 font-normal">Address</th>
            <th className="pr-4 text-right font-normal">Time</th>
            <th className="text-right font-normal">Size</th>
          </tr>
        </thead>
        <tbody className="font-mono text-xs">
          {calls.map((call, i) => (
            <tr key={i} className="border-b border-hairline align-top">
              <td className="py-1 pr-4">{call.method}</td>
              <td className={`pr-4 ${call.status === 0 || call.status >= 400 ? 'text-failed' : ''}`}>{call.status || 'none'}</td>
              <td className="pr-4 break-all">{call.url}</td>
              <td className="pr-4 text-right whitespace-nowrap">{formatDuration(call.timeMs)}</td>
              <td className="text-right whitespace-nowrap">{call.bytes === null ? '–' : formatBytes(call.bytes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
