import type { DeliveryDetail, DeliveryFile } from '@bobbin/client'
import { emptyTotals, type OutcomeTotals } from '@bobbin/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams } from 'react-router'
import { CanButton } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { ActHistory } from '../audit/act-history.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { count, formatBytes } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'
import { Decisions } from './decisions.js'
import { sourceWords } from './deliveries.js'
import { FileFindings } from './file-findings.js'
import { FILE_STATUS } from './file-status.js'
import { MoveDialog } from './move-dialog.js'
import { coverageWords, totalsWords } from './preview.js'
import { Retry } from './retry.js'
import { useReading, type Reading } from './use-reading.js'

/** One delivery: who sent what where, what was decided, each of its files, and the ways to put it right. */
export function DeliveryPage() {
  const { id = '' } = useParams()
  const { project } = useSession()
  const delivery = useQuery({
    queryKey: keyFor('deliveries', project.slug, Number(id)),
    queryFn: () => api.get('/projects/{project}/deliveries/{id}', { path: { project: project.slug, id: Number(id) } }),
  })
  if (delivery.isPending) return <Loading what="the delivery" />
  if (delivery.error) return <ErrorState error={delivery.error} onRetry={() => void delivery.refetch()} />
  return <DeliveryView key={id} delivery={delivery.data} />
}

export function DeliveryView({ delivery }: { delivery: DeliveryDetail }) {
  const reading = useReading(delivery)
  return (
    <section aria-label="Delivery" className="min-w-0 flex-1 overflow-y-auto pb-10" tabIndex={0}>
      <title>{`Delivery ${delivery.id} · Bobbin`}</title>
      <Head delivery={delivery} reading={reading} />
      {reading.progress && <Progress reading={reading} />}
      {(delivery.undone || delivery.files.some(({ status }) => status === 'undone')) && <Undone delivery={delivery} reading={reading} />}
      {delivery.state !== 'read' && <NotRead delivery={delivery} />}
      <Decisions delivery={delivery} />
      <Files delivery={delivery} reading={reading} />
      <div className="px-6">
        <ActHistory kind="delivery" id={delivery.id} heading="h2" />
      </div>
    </section>
  )
}

function Head({ delivery, reading }: { delivery: DeliveryDetail; reading: Reading }) {
  const { target, run } = delivery
  return (
    <header className="border-b border-hairline px-6 pt-4 pb-3">
      <p className="truncate text-soft">
        <ProjectLink to="intake" className="link">
          Intake
        </ProjectLink>{' '}
        · {target.pipeline} · {target.branch} · {target.environment} · <Time iso={delivery.at} /> by {delivery.by}{' '}
        {sourceWords(delivery.source)}
        {target.commit && (
          <>
            {' '}
            · commit <span className="font-mono">{target.commit}</span>
          </>
        )}
      </p>
      <div className="mt-1 flex items-start justify-between gap-4">
        <h1 className="min-w-0 text-xl break-words">
          Delivery to{' '}
          {run ? (
            <ProjectLink to={`runs/${run.id}`} className="hover:text-dye">
              build {run.build}
            </ProjectLink>
          ) : (
            `build ${target.build}`
          )}
        </h1>
        <Actions delivery={delivery} reading={reading} />
      </div>
      <p className="mt-1">{sumWords(delivery)}</p>
      {run && (run.incomplete || run.totals.total !== sumOf(delivery.files).total) && (
        <p className="mt-1 text-soft">
          <ProjectLink to={`runs/${run.id}`}>The run</ProjectLink> has {count(run.totals.total, 'result')} in all
          {run.incomplete && <strong className="font-semibold text-errored">, and is incomplete</strong>}.
        </p>
      )}
      {delivery.made.length > 0 && (
        <p className="mt-1 text-soft">It made {delivery.made.map(({ kind, name }) => `${kind} ${name}`).join(', ')}.</p>
      )}
      {delivery.notes.map((note, i) => (
        <p key={i} className="mt-1 text-soft">
          {note}.
        </p>
      ))}
    </header>
  )
}

/** `1,204 results from 3 files: 12 failed, 1,192 passed. 2 scripts were new. 1 file was refused.` */
function sumWords({ files, fileCount, newScripts }: DeliveryDetail): string {
  const stored = files.filter(({ status }) => status === 'stored')
  const refused = files.filter(({ status }) => status === 'refused').length
  return [
    fileCount > files.length && `The first ${files.length} of ${count(fileCount, 'file')} are shown; of these:`,
    stored.length > 0 && `${totalsWords(sumOf(stored), ` from ${count(stored.length, 'file')}`)}.`,
    newScripts > 0 && `${count(newScripts, 'script')} ${newScripts === 1 ? 'was' : 'were'} new.`,
    refused > 0 && `${count(refused, 'file')} ${refused === 1 ? 'was' : 'were'} refused.`,
  ]
    .filter(Boolean)
    .join(' ')
}

function sumOf(files: readonly DeliveryFile[]): OutcomeTotals {
  const sum = emptyTotals()
  for (const { totals } of files) for (const key of Object.keys(sum) as (keyof OutcomeTotals)[]) sum[key] += totals?.[key] ?? 0
  return sum
}

const isKept = (file: DeliveryFile) => file.original && (file.status === 'stored' || file.status === 'undone' || file.status === 'refused')

/** What takes an undone delivery in again: its result files, or what it attached where it had none. */
function takenInBy(files: readonly DeliveryFile[]): DeliveryFile[] {
  const kept = files.filter(isKept)
  return kept.length > 0 ? kept : files.filter(({ status }) => status === 'attached').slice(0, 1)
}

function Actions({ delivery, reading }: { delivery: DeliveryDetail; reading: Reading }) {
  const [asking, setAsking] = useState<'move' | 'undo' | null>(null)
  const undo = useUndo(delivery, reading)
  const kept = delivery.files.filter(isKept)
  const busy = reading.progress !== null || undo.isPending
  const lost = delivery.files.filter((file) => file.status === 'stored' && !file.original).length
  return (
    <div className="flex shrink-0 gap-2">
      {!delivery.undone && (
        <CanButton
          right="deliver"
          disabled={busy || kept.length === 0}
          onClick={() => reading.start(kept)}
          title={kept.length === 0 ? 'No file was kept' : undefined}
        >
          Read again
        </CanButton>
      )}
      {(delivery.run || delivery.undone) && (
        <CanButton right="deliver" disabled={busy} onClick={() => setAsking('move')}>
          Move …
        </CanButton>
      )}
      {delivery.run && (
        <CanButton right="deliver" disabled={busy} onClick={() => (lost > 0 ? setAsking('undo') : undo.mutate())}>
          {undo.isPending ? 'Undoing …' : 'Undo delivery'}
        </CanButton>
      )}
      {asking === 'move' && <MoveDialog delivery={delivery} onClose={() => setAsking(null)} />}
      <Dialog
        open={asking === 'undo'}
        onOpenChange={(open) => !open && setAsking(null)}
        title="Undo this delivery for good?"
        description={`${count(lost, 'file')} of it ${lost === 1 ? 'was' : 'were'} not kept as delivered, so what ${lost === 1 ? 'it' : 'they'} brought can’t be taken in again here.`}
      >
        <div className="flex gap-2">
          <CanButton
            right="deliver"
            kind="strong"
            onClick={() => {
              setAsking(null)
              undo.mutate()
            }}
          >
            Undo for good
          </CanButton>
          <Button onClick={() => setAsking(null)}>Cancel</Button>
        </div>
      </Dialog>
    </div>
  )
}

function useUndo(delivery: DeliveryDetail, reading: Reading) {
  const { project } = useSession()
  const refresh = useRefresh()
  return useMutation({
    mutationFn: () => api.post('/projects/{project}/deliveries/{id}/undo', { path: { project: project.slug, id: delivery.id } }),
    onSuccess: (after) => {
      notifyUndo(`Removed from build ${delivery.target.build}.`, () => reading.start(takenInBy(after.files)))
      refresh()
    },
    onError: (error) => notifyError(`The delivery stays as it is: ${messageOf(error)}`),
  })
}

const ON_ITS_WAY = {
  coming: 'It is being received.',
  waiting: 'It is stored, and waits to be read.',
  reading: 'It is being read.',
  failed: 'It could not be read. Its files are kept.',
}

/** A large delivery before it is read. */
function NotRead({ delivery: { id, state, problem, waiting, files } }: { delivery: DeliveryDetail }) {
  if (state === 'read') return null
  const done = files.filter(({ status }) => status === 'stored').length
  return (
    <div role="status" className="flex items-center gap-3 border-b border-hairline bg-dye-wash px-6 py-2">
      {state === 'reading' && (
        <progress value={done} max={Math.max(waiting, 1)} aria-label="Files read" className="h-1.5 w-48 accent-dye" />
      )}
      <span className={state === 'failed' ? 'text-failed' : ''}>
        {ON_ITS_WAY[state]} {state === 'reading' ? `${done} of ${count(waiting, 'file')}.` : count(waiting, 'file') + '.'}
        {problem && <span className="text-failed"> {problem}.</span>}
      </span>
      {(state === 'failed' || (state === 'waiting' && problem)) && <Retry id={id} />}
    </div>
  )
}

function Progress({ reading }: { reading: Reading }) {
  const { done, of } = reading.progress ?? { done: 0, of: 1 }
  return (
    <div role="status" className="flex items-center gap-3 border-b border-hairline bg-dye-wash px-6 py-2">
      <progress value={done} max={of} aria-label="Files read" className="h-1.5 w-48 accent-dye" />
      <span>
        Reading file {Math.min(done + 1, of)} of {of}
      </span>
      <Button kind="quiet" onClick={reading.stop}>
        Stop
      </Button>
    </div>
  )
}

function Undone({ delivery, reading }: { delivery: DeliveryDetail; reading: Reading }) {
  const { undone } = delivery
  // of one that was stopped half-way, or has more files than are shown at once, those that are still to come
  const kept = undone === null ? delivery.files.filter((file) => isKept(file) && file.status === 'undone') : takenInBy(delivery.files)
  return (
    <div className="flex items-center gap-4 border-b border-hairline border-l-[3px] border-l-soft bg-cloth px-[21px] py-2">
      <p>
        {undone ? (
          <>
            Undone by {undone.by}, <Time iso={undone.at} />. None of its results count any more
            {kept.length > 0 && `; ${kept.length === 1 ? 'its file is' : `its ${kept.length} files are`} kept`}.
          </>
        ) : (
          `${count(kept.length, 'file')} of it ${kept.length === 1 ? 'is' : 'are'} still undone.`
        )}
      </p>
      {kept.length > 0 && (
        <CanButton right="deliver" kind="strong" disabled={reading.progress !== null} onClick={() => reading.start(kept)}>
          {undone ? 'Restore it' : 'Restore the rest'}
        </CanButton>
      )}
    </div>
  )
}

function Files({ delivery, reading }: { delivery: DeliveryDetail; reading: Reading }) {
  return (
    <ul aria-label="Files of the delivery" className="px-6">
      {delivery.files.map((file) => (
        <FileRow key={file.id} delivery={delivery} file={file} reading={reading} />
      ))}
    </ul>
  )
}

function FileRow({ delivery, file, reading }: { delivery: DeliveryDetail; file: DeliveryFile; reading: Reading }) {
  const { project } = useSession()
  const refused = file.status === 'refused'
  return (
    <li className="border-b border-hairline py-2 [contain-intrinsic-size:auto_48px] [content-visibility:auto]">
      <div className="flex items-baseline gap-4">
        <span className="min-w-0 flex-1 truncate font-mono" title={file.name}>
          {file.name}
        </span>
        {file.bytes > 0 && <span className="text-soft">{formatBytes(file.bytes)}</span>}
        {file.original && (
          <a
            className="link"
            href={`/api/projects/${project.slug}/deliveries/${delivery.id}/files/${file.id}/original`}
            download
            aria-label={`Download ${file.name}`}
          >
            Download
          </a>
        )}
        {isKept(file) && !delivery.undone && (
          <button
            type="button"
            className="link"
            aria-label={`Read again ${file.name}`}
            disabled={reading.progress !== null}
            onClick={() => reading.start([file])}
          >
            Read again
          </button>
        )}
      </div>
      <p className={refused ? 'text-failed' : 'text-soft'}>{fileWords(file)}</p>
      {file.error && <p className={`break-words ${refused ? 'text-failed' : 'text-soft'}`}>{file.error.message}</p>}
      <FileFindings faults={file.faults} warnings={file.warnings} unknownKeys={file.unknownKeys} />
    </li>
  )
}

/** `junit-xml by vitest: 34 results: 14 failed, 20 passed` */
function fileWords(file: DeliveryFile): string {
  if (file.status !== 'stored' && file.status !== 'undone') return FILE_STATUS[file.status]
  const held = file.coverage ? coverageWords(file.coverage) : file.totals ? totalsWords(file.totals) : 'read by an older version'
  const read = `${file.format ?? ''}${file.framework ? ` by ${file.framework}` : ''}: ${held}`
  return file.status === 'undone' ? `${read} · ${FILE_STATUS.undone}` : read
}
