import type { PartRow } from '@bobbin/client'
import { useEffect, useRef, useState } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { AnsiText } from '../../ui/ansi-text.js'
import { Dialog } from '../../ui/dialog.js'
import { SearchField } from '../../ui/search-field.js'
import { messageOf } from '../../ui/states.js'

const LOOK_MS = 1000

/** What a part printed, as it comes; lines can be searched. */
export function LogDialog({ part, onClose }: { part: PartRow; onClose: () => void }) {
  const { text, over, error } = useLog(part.id)
  const [search, setSearch] = useState('')
  const end = useRef<HTMLDivElement>(null)
  const lines = text.split('\n')
  const found = search === '' ? lines : lines.filter((line) => line.toLowerCase().includes(search.toLowerCase()))
  useEffect(() => {
    if (!over && search === '') end.current?.scrollIntoView({ block: 'end' })
  }, [text, over, search])
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Log of ${part.start}, part ${part.shard}`}
      description={`${part.recipe} on ${part.agent?.name ?? part.environment}${over ? '' : ', still running'}`}
      size="window"
    >
      <SearchField value={search} placeholder="Lines that contain …" onChange={setSearch} />
      {search !== '' && <p className="text-soft">{count(found.length, 'line')}</p>}
      {error && (
        <p role="alert" className="text-failed">
          {error}
        </p>
      )}
      <div
        role="log"
        tabIndex={0}
        aria-label="Log"
        className="min-h-0 flex-1 overflow-auto rounded border border-hairline bg-cloth p-3 font-mono whitespace-pre-wrap"
      >
        <AnsiText text={found.join('\n')} />
        {text === '' && over && <span className="font-sans text-soft">It printed nothing.</span>}
        <div ref={end} />
      </div>
    </Dialog>
  )
}

function useLog(id: number): { text: string; over: boolean; error: string | null } {
  const { project } = useSession()
  const [state, setState] = useState<{ text: string; over: boolean; error: string | null }>({ text: '', over: false, error: null })
  useEffect(() => {
    let from = 0
    let timer: ReturnType<typeof setTimeout> | null = null
    let closed = false
    const look = async () => {
      try {
        const log = await api.get('/projects/{project}/parts/{id}/log', { path: { project: project.slug, id }, query: { from } })
        if (closed) return
        const more = log.next > from
        from = log.next
        setState((before) => ({ text: before.text + log.text, over: log.done, error: null }))
        if (!log.done) timer = setTimeout(() => void look(), more && log.text.length > 0 ? 200 : LOOK_MS)
      } catch (error) {
        if (closed) return
        setState((before) => ({ ...before, error: messageOf(error) }))
        timer = setTimeout(() => void look(), LOOK_MS * 3)
      }
    }
    void look()
    return () => {
      closed = true
      if (timer) clearTimeout(timer)
    }
  }, [project.slug, id])
  return state
}
