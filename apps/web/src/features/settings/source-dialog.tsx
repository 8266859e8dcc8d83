import type { Source, SourceDto, SourceFile, SourceList } from '@bobbin/client'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatBytes } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, messageOf } from '../../ui/states.js'
import { notify } from '../../ui/toast.js'
import { settingsOf } from './sources.js'
import { everyWords, INTERVALS } from './source-words.js'

export interface SourceDialogProps {
  /** The one that is changed; null for a new one. */
  source: Source | null
  list: SourceList
  onClose: () => void
}

const EMPTY: SourceDto = {
  name: '',
  kind: 'folder',
  address: '',
  pipeline: '',
  branch: 'main',
  environment: '',
  build: null,
  everySeconds: 300,
}

/** A source as it is, or as it is to be; what would come in is shown before it does. */
export function SourceDialog({ source, list, onClose }: SourceDialogProps) {
  const { project } = useSession()
  const queries = useQueryClient()
  const [draft, setDraft] = useState<SourceDto>(() =>
    source ? settingsOf(source) : { ...EMPTY, branch: project.defaultBranch, kind: list.folders.length > 0 ? 'folder' : 'http' },
  )
  const set = (change: Partial<SourceDto>) => setDraft({ ...draft, ...change })
  const path = { project: project.slug }
  const look = useMutation({
    mutationFn: () =>
      source
        ? api.post('/projects/{project}/sources/{id}/look', { path: { ...path, id: source.id }, body: draft })
        : api.post('/projects/{project}/sources/look', { path, body: draft }),
  })
  const save = useMutation({
    mutationFn: () =>
      source
        ? api.put('/projects/{project}/sources/{id}', { path: { ...path, id: source.id }, body: draft })
        : api.post('/projects/{project}/sources', { path, body: draft }),
    onSuccess: ({ name }) => {
      void queries.invalidateQueries({ queryKey: ['sources'] })
      notify(source ? `${name} is changed` : `${name} is looked into from now on`)
      onClose()
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    save.mutate()
  }
  const complete = [draft.name, draft.address, draft.pipeline, draft.branch, draft.environment].every((text) => text.trim() !== '')
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={source ? `Change ${source.name}` : 'Add a source'}
      description="Result files there are taken in as if a pipeline had delivered them; each file once, and again when it changes."
    >
      <form onSubmit={submit} className="flex flex-col gap-3">
        <div className="grid grid-cols-2 gap-3">
          <Text label="Name" value={draft.name} onChange={(name) => set({ name })} autoFocus />
          <label className="flex flex-col gap-1">
            Check every
            <select className="field" value={draft.everySeconds} onChange={(event) => set({ everySeconds: Number(event.target.value) })}>
              {[...new Set([...INTERVALS, draft.everySeconds])]
                .sort((a, b) => a - b)
                .map((seconds) => (
                  <option key={seconds} value={seconds}>
                    {everyWords(seconds)}
                  </option>
                ))}
            </select>
          </label>
          <label className="flex flex-col gap-1">
            It is
            <select className="field" value={draft.kind} onChange={(event) => set({ kind: event.target.value as SourceDto['kind'] })}>
              <option value="folder">a folder of the server</option>
              <option value="http">an address (http, https)</option>
            </select>
          </label>
          <Text
            label={draft.kind === 'folder' ? 'Path of the folder' : 'Address'}
            value={draft.address}
            placeholder={draft.kind === 'folder' ? (list.folders[0] ?? '/srv/reports') : 'https://ci.gullhaven.example/junit.xml'}
            onChange={(address) => set({ address })}
          />
          <Text label="Pipeline" value={draft.pipeline} onChange={(pipeline) => set({ pipeline })} />
          <Text label="Environment" value={draft.environment} onChange={(environment) => set({ environment })} />
          <Text label="Branch" value={draft.branch} onChange={(branch) => set({ branch })} />
          <Text
            label="Build, if not the file’s time"
            value={draft.build ?? ''}
            placeholder={draft.kind === 'folder' ? '{folder}' : ''}
            onChange={(build) => set({ build: build || null })}
          />
        </div>
        <p className="text-soft">{allowedWords(draft.kind, list)}</p>
        {draft.kind === 'folder' && (
          <p className="text-soft">
            <span className="font-mono">{'{folder}'}</span> in the build stands for the folder below this one: in{' '}
            <span className="font-mono">412/junit.xml</span> it is 412.
          </p>
        )}
        {look.data && <WouldComeIn {...look.data} />}
        {(look.error ?? save.error) && (
          <p role="alert" className="break-words text-failed">
            {messageOf(look.error ?? save.error)}
          </p>
        )}
        <div className="flex gap-2">
          <Button kind="strong" type="submit" disabled={!complete || save.isPending}>
            {source ? 'Save' : 'Add it'}
          </Button>
          <Button disabled={!complete || look.isPending} onClick={() => look.mutate()}>
            {look.isPending ? 'Looking …' : 'Preview'}
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  )
}

function allowedWords(kind: SourceDto['kind'], { folders, hosts }: SourceList): string {
  const allowed = kind === 'folder' ? folders : hosts
  const setting = kind === 'folder' ? 'BOBBIN_SOURCE_FOLDERS' : 'BOBBIN_SOURCE_HOSTS'
  if (allowed.includes('*')) return 'This server may fetch from any host.'
  if (allowed.length === 0)
    return `This server ${kind === 'folder' ? 'looks into no folders' : 'fetches from no hosts'} yet; who runs it allows some by ${setting}.`
  return kind === 'folder' ? `It must be inside ${allowed.join(' or ')}.` : `This server fetches from ${allowed.join(', ')}.`
}

interface TextProps {
  label: string
  value: string
  placeholder?: string
  autoFocus?: boolean
  onChange: (value: string) => void
}

function Text({ label, value, onChange, ...input }: TextProps) {
  return (
    <label className="flex flex-col gap-1">
      {label}
      <input className="field" value={value} onChange={(event) => onChange(event.target.value)} {...input} />
    </label>
  )
}

/** What a look found: nothing of it is stored yet. */
function WouldComeIn({ files, count: all, fresh }: { files: SourceFile[]; count: number; fresh: number }) {
  if (all === 0)
    return (
      <p role="status" className="text-soft">
        No result file stands there now; one that was written in the last seconds is waited for.
      </p>
    )
  return (
    <div role="status" className="border-t border-hairline pt-2">
      <p>
        {count(all, 'result file')}, {fresh === all ? 'new' : `${fresh} new`}
        {all > files.length && <span className="text-soft">; the newest {files.length}</span>}
      </p>
      <ul className="max-h-[180px] overflow-y-auto" tabIndex={0} aria-label="Preview">
        {files.map((file) => (
          <li key={file.name} className="flex gap-3 leading-[24px]">
            <span className="min-w-0 flex-1 truncate font-mono" title={file.name}>
              {file.name}
            </span>
            <span className="text-soft">{formatBytes(file.bytes)}</span>
            <span className="w-[130px] truncate" title={file.build}>
              build {file.build}
            </span>
            <span className={`w-[200px] truncate ${file.error ? 'text-failed' : 'text-soft'}`} title={file.error ?? undefined}>
              {file.error ?? `${file.known ? 'known · ' : ''}${file.totals ? count(file.totals.total, 'result') : 'not looked into'}`}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
