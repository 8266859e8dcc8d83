import { deliver, type DeliveryReport, type DeliveryRow } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Download } from 'lucide-react'
import { useRef, useState, type DragEvent, type FormEvent } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { Button, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'
import { DeliveryResult } from './delivery-result.js'
import { droppedFiles, type DroppedFile } from './dropped-files.js'
import { guessTarget, type TargetForm } from './guess-target.js'
import { Preview } from './preview.js'
import { usePreviews } from './use-previews.js'

/** Where results come in by hand, and the record of all that came in. */
export function IntakePage() {
  const { project } = useSession()
  const newest = useQuery({
    queryKey: ['runs', project.slug, ''],
    queryFn: () => api.get('/projects/{project}/runs', { path: { project: project.slug } }),
  })
  return (
    <section aria-label="Intake" className="min-w-0 flex-1 overflow-y-auto px-6 pt-4 pb-10" tabIndex={0}>
      <h1 className="mb-4 text-xl">Intake</h1>
      <div className="grid max-w-[1180px] grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-10">
        {newest.data ? (
          <Deliver guess={guessTarget(newest.data.rows[0])} />
        ) : (
          <p className="text-soft">{newest.error ? messageOf(newest.error) : 'Loading …'}</p>
        )}
        <Deliveries />
      </div>
    </section>
  )
}

function Deliver({ guess }: { guess: TargetForm }) {
  const { project } = useSession()
  const queries = useQueryClient()
  const [target, setTarget] = useState(guess)
  const [files, setFiles] = useState<DroppedFile[]>([])
  const sending = useMutation({
    mutationFn: (): Promise<DeliveryReport> => deliver(api, project.slug, target, 'web', files),
    onSuccess: async (report) => {
      if (!report.files.some((file) => file.status === 'refused')) setFiles([])
      await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'me' })
    },
  })
  const take = (more: DroppedFile[]) => {
    sending.reset()
    setFiles([...files.filter((file) => !more.some((other) => other.name === file.name)), ...more])
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    sending.mutate()
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4">
      <Drop onFiles={take} />
      {files.length > 0 && <Chosen files={files} onRemove={(name) => setFiles(files.filter((file) => file.name !== name))} />}
      <TargetFields target={target} onChange={setTarget} />
      <div className="flex items-center gap-3">
        <Button type="submit" kind="strong" disabled={files.length === 0 || sending.isPending}>
          {sending.isPending
            ? `Delivering ${count(files.length, 'file')} …`
            : files.length > 0
              ? `Deliver ${count(files.length, 'file')}`
              : 'Deliver'}
        </Button>
        {files.length === 0 && !sending.data && <span className="text-soft">Choose files first.</span>}
      </div>
      {sending.error && (
        <p role="alert" className="border-l-[3px] border-failed pl-3">
          {messageOf(sending.error)} Your files are still chosen; deliver them again. What was stored before is not stored twice.
        </p>
      )}
      {sending.data && <DeliveryResult report={sending.data} />}
    </form>
  )
}

function Drop({ onFiles }: { onFiles: (files: DroppedFile[]) => void }) {
  const [over, setOver] = useState(false)
  const input = useRef<HTMLInputElement>(null)
  const drop = (event: DragEvent) => {
    event.preventDefault()
    setOver(false)
    droppedFiles(event.dataTransfer).then(onFiles, (error: unknown) => notifyError(`These files can’t be read: ${messageOf(error)}`))
  }
  return (
    <div
      onDragOver={(event) => {
        event.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      className={`flex flex-col items-center gap-2 rounded border border-dashed px-6 py-8 text-center ${over ? 'border-dye bg-dye-wash' : 'border-soft/50'}`}
    >
      <Download size={20} className="text-soft" aria-hidden="true" />
      <p className="text-base">Drop result files, folders or archives here</p>
      <p className="text-soft">
        What a runner writes: JUnit, TestNG, NUnit, xUnit and Robot XML, TAP, CTRF, and the JSON of Cucumber, Go, GoogleTest, Jest, Mocha,
        Playwright and Vitest; also zip, gzip and tar.gz
      </p>
      <Button onClick={() => input.current?.click()}>Choose files</Button>
      <input
        ref={input}
        type="file"
        multiple
        aria-label="Result files"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])].map((file) => ({ name: file.name, content: file })))
          event.target.value = ''
        }}
      />
    </div>
  )
}

/** Room for a file's name and what was found in it, in px; a file with more scrolls. */
const FILE_HEIGHT = 76
const MOST_HEIGHT = 320

function Chosen({ files, onRemove }: { files: DroppedFile[]; onRemove: (name: string) => void }) {
  const previews = usePreviews(files)
  return (
    <ul
      aria-label="Chosen files"
      className="overflow-y-auto border-b border-hairline"
      tabIndex={0}
      // what is found in the files must not push the button below from under the mouse
      style={{ height: Math.min(MOST_HEIGHT, files.length * FILE_HEIGHT) }}
    >
      {files.map((file) => (
        <li key={file.name} className="border-t border-hairline py-1">
          <div className="flex min-h-[24px] items-center gap-3">
            <span className="min-w-0 flex-1 truncate font-mono" title={file.name}>
              {file.name}
            </span>
            <span className="text-soft">{Math.max(1, Math.round(file.content.size / 1024))} KiB</span>
            <button type="button" className="text-soft hover:text-ink" onClick={() => onRemove(file.name)}>
              Leave out<span className="sr-only"> {file.name}</span>
            </button>
          </div>
          <Preview name={file.name} state={previews.get(file.content)} />
        </li>
      ))}
    </ul>
  )
}

const FIELDS: readonly [keyof TargetForm, string, boolean][] = [
  ['pipeline', 'Pipeline', true],
  ['build', 'Build', true],
  ['branch', 'Branch', true],
  ['environment', 'Environment', true],
  ['commit', 'Commit, if known', false],
]

function TargetFields({ target, onChange }: { target: TargetForm; onChange: (target: TargetForm) => void }) {
  const { project } = useSession()
  const lens = useQuery({
    queryKey: ['lens', project.slug],
    queryFn: () => api.get('/projects/{project}/lens', { path: { project: project.slug } }),
  })
  const known: Partial<Record<keyof TargetForm, { name: string }[]>> = {
    pipeline: lens.data?.pipelines ?? [],
    branch: lens.data?.branches ?? [],
    environment: lens.data?.environments ?? [],
  }
  return (
    <div className="grid grid-cols-2 gap-3">
      {FIELDS.map(([name, label, required]) => {
        const choices = known[name]
        const fresh = choices && target[name] !== '' && !choices.some((choice) => choice.name === target[name])
        return (
          <label key={name} className="flex flex-col gap-1">
            <span>
              {label}
              {fresh && <span className="text-soft"> · new, will be made</span>}
            </span>
            <input
              className="field"
              required={required}
              list={choices && `known-${name}`}
              value={target[name]}
              onChange={(event) => onChange({ ...target, [name]: event.target.value })}
            />
            {choices && (
              <datalist id={`known-${name}`}>
                {choices.map((choice) => (
                  <option key={choice.name} value={choice.name} />
                ))}
              </datalist>
            )}
          </label>
        )
      })}
    </div>
  )
}

function Deliveries() {
  const { project } = useSession()
  const deliveries = useQuery({
    queryKey: ['deliveries', project.slug],
    queryFn: () => api.get('/projects/{project}/deliveries', { path: { project: project.slug } }),
  })
  return (
    <section aria-label="Deliveries">
      <h2 className="mb-2 text-sm">What came in</h2>
      {deliveries.error && <p className="text-failed">{messageOf(deliveries.error)}</p>}
      {deliveries.data?.length === 0 && (
        <p className="text-soft">
          Nothing yet. A pipeline delivers with one command:{' '}
          <code className="font-mono">npx bobbin deliver reports/ --pipeline … --build … --branch … --environment …</code>
        </p>
      )}
      <ul className="border-b border-hairline">
        {deliveries.data?.map((delivery) => (
          <DeliveryLine key={delivery.id} delivery={delivery} />
        ))}
      </ul>
    </section>
  )
}

function DeliveryLine({ delivery }: { delivery: DeliveryRow }) {
  const by = (status: string) => delivery.files.filter((file) => file.status === status)
  const stored = by('stored')
  const refused = by('refused')
  const results = stored.reduce((sum, file) => sum + file.results, 0)
  const faults = stored.reduce((sum, file) => sum + file.faults, 0)
  return (
    <li className="border-t border-hairline py-2">
      <div className="flex items-baseline gap-3">
        {delivery.runId && delivery.lane ? (
          <ProjectLink to={`runs/${delivery.runId}`} className="link min-w-0 truncate">
            {delivery.lane.pipeline} {delivery.build} in {delivery.lane.environment}
          </ProjectLink>
        ) : (
          <span className="text-failed">nothing stored</span>
        )}
        <span className="ml-auto whitespace-nowrap text-soft">
          <Time iso={delivery.at} />
        </span>
      </div>
      <p className="text-soft">
        {count(results, 'result')} from {count(stored.length, 'file')}, by {delivery.by}{' '}
        {delivery.source === 'cli' ? 'from a command line' : 'on this page'}
        {by('already').length > 0 && ` · ${count(by('already').length, 'file')} known already`}
        {faults > 0 && <span className="text-errored"> · {count(faults, 'fault')}</span>}
      </p>
      {refused.map((file) => (
        <p key={file.name} className="break-words text-failed">
          {file.name} was refused: {file.error}
        </p>
      ))}
    </li>
  )
}
