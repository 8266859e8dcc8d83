import { deliver, type DeliveryReport } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { Download } from 'lucide-react'
import { useRef, useState, type DragEvent } from 'react'
import { FormProvider, useForm } from 'react-hook-form'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { count } from '../../lib/format.js'
import { Button, messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { Deliveries } from './deliveries.js'
import { DeliveryResult } from './delivery-result.js'
import { droppedFiles, type DroppedFile } from './dropped-files.js'
import { guessTarget, type TargetForm } from './guess-target.js'
import { Preview } from './preview.js'
import { TargetFields } from './target-fields.js'
import { usePreviews } from './use-previews.js'

/** Where results come in by hand, and the record of all that came in. */
export function IntakePage() {
  const { project } = useSession()
  const newest = useQuery({
    queryKey: keyFor('runs', project.slug, ''),
    queryFn: () => api.get('/projects/{project}/runs', { path: { project: project.slug } }),
  })
  return (
    <section aria-label="Intake" className="min-w-0 flex-1 overflow-y-auto px-6 pt-4 pb-10" tabIndex={0}>
      <h1 className="mb-4 text-xl">Intake</h1>
      <div className="grid max-w-[1180px] grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-10">
        {newest.data ? (
          <Deliver guess={guessTarget(newest.data.rows[0], project.defaultBranch)} />
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
  const refresh = useRefresh()
  const form = useForm<TargetForm>({ defaultValues: guess })
  const [files, setFiles] = useState<DroppedFile[]>([])
  const sending = useMutation({
    mutationFn: (target: TargetForm): Promise<DeliveryReport> =>
      deliver(api, project.slug, { ...target, run: target.run || undefined }, 'web', files),
    onSuccess: (report) => {
      if (!report.files.some((file) => file.status === 'refused')) setFiles([])
      refresh()
    },
  })
  const take = (more: DroppedFile[]) => {
    sending.reset()
    setFiles([...files.filter((file) => !more.some((other) => other.name === file.name)), ...more])
  }
  const submit = form.handleSubmit((target) => sending.mutate(target))
  return (
    <FormProvider {...form}>
      <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4">
        <Drop onFiles={take} />
        {files.length > 0 && <Chosen files={files} onRemove={(name) => setFiles(files.filter((file) => file.name !== name))} />}
        <TargetFields />
        <div className="flex items-center gap-3">
          <CanButton right="deliver" type="submit" kind="strong" disabled={files.length === 0 || sending.isPending}>
            {sending.isPending
              ? `Delivering ${count(files.length, 'file')} …`
              : files.length > 0
                ? `Deliver ${count(files.length, 'file')}`
                : 'Deliver'}
          </CanButton>
          {files.length === 0 && !sending.data && <span className="text-soft">Choose files first.</span>}
        </div>
        {sending.error && (
          <p role="alert" className="border-l-[3px] border-failed pl-3">
            {messageOf(sending.error)} Your files are still chosen; deliver them again. What was stored before is not stored twice.
          </p>
        )}
        {sending.data && <DeliveryResult report={sending.data} />}
      </form>
    </FormProvider>
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
