import type { Source, SourceDto, SourceFile, SourceList } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useForm, useWatch } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatBytes } from '../../lib/format.js'
import { useInvalidate } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { Button } from '../../ui/states.js'
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
  const invalidate = useInvalidate()
  const { control, register, handleSubmit } = useForm<SourceDto>({
    defaultValues: source
      ? settingsOf(source)
      : { ...EMPTY, branch: project.defaultBranch, kind: list.folders.length > 0 ? 'folder' : 'http' },
  })
  const draft = useWatch({ control }) as SourceDto
  const path = { project: project.slug }
  const look = useMutation({
    mutationFn: (body: SourceDto) =>
      source
        ? api.post('/projects/{project}/sources/{id}/look', { path: { ...path, id: source.id }, body })
        : api.post('/projects/{project}/sources/look', { path, body }),
  })
  const save = useMutation({
    mutationFn: (body: SourceDto) =>
      source
        ? api.put('/projects/{project}/sources/{id}', { path: { ...path, id: source.id }, body })
        : api.post('/projects/{project}/sources', { path, body }),
    onSuccess: ({ name }) => {
      void invalidate('sources')
      notify(source ? `${name} is changed` : `${name} is looked into from now on`)
      onClose()
    },
  })
  const complete = [draft.name, draft.address, draft.pipeline, draft.branch, draft.environment].every((text) => text.trim() !== '')
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={source ? `Change ${source.name}` : 'Add a source'}
      description="Result files there are taken in as if a pipeline had delivered them; each file once, and again when it changes."
    >
      <form onSubmit={(event) => void handleSubmit((values) => save.mutate(values))(event)} className="flex flex-col gap-3">
        <div className="grid grid-cols-2 gap-3">
          <Field label="Name">
            <input autoFocus {...register('name')} />
          </Field>
          <Field label="Check every">
            <select {...register('everySeconds', { valueAsNumber: true })}>
              {[...new Set([...INTERVALS, draft.everySeconds])]
                .sort((a, b) => a - b)
                .map((seconds) => (
                  <option key={seconds} value={seconds}>
                    {everyWords(seconds)}
                  </option>
                ))}
            </select>
          </Field>
          <Field label="It is">
            <select {...register('kind')}>
              <option value="folder">a folder of the server</option>
              <option value="http">an address (http, https)</option>
            </select>
          </Field>
          <Field label={draft.kind === 'folder' ? 'Path of the folder' : 'Address'}>
            <input
              placeholder={draft.kind === 'folder' ? (list.folders[0] ?? '/srv/reports') : 'https://ci.gullhaven.example/junit.xml'}
              {...register('address')}
            />
          </Field>
          <Field label="Pipeline">
            <input {...register('pipeline')} />
          </Field>
          <Field label="Environment">
            <input {...register('environment')} />
          </Field>
          <Field label="Branch">
            <input {...register('branch')} />
          </Field>
          <Field label="Build, if not the file’s time">
            <input
              placeholder={draft.kind === 'folder' ? '{folder}' : ''}
              {...register('build', { setValueAs: (text: string | null) => text || null })}
            />
          </Field>
        </div>
        <p className="text-soft">{allowedWords(draft.kind, list)}</p>
        {draft.kind === 'folder' && (
          <p className="text-soft">
            <span className="font-mono">{'{folder}'}</span> in the build stands for the folder below this one: in{' '}
            <span className="font-mono">412/junit.xml</span> it is 412.
          </p>
        )}
        {look.data && <WouldComeIn {...look.data} />}
        <FormError error={look.error ?? save.error} />
        <div className="flex gap-2">
          <Button kind="strong" type="submit" disabled={!complete || save.isPending}>
            {source ? 'Save' : 'Add it'}
          </Button>
          <Button disabled={!complete || look.isPending} onClick={() => look.mutate(draft)}>
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
