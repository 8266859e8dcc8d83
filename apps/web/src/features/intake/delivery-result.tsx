import type { DeliveredFile, DeliveryReport } from '@bobbin/client'
import { SHOWN_CHANGES } from '@bobbin/core'
import { ProjectLink } from '../../context/project-link.js'
import { count, formatNumber } from '../../lib/format.js'
import { CHANGE_WORDS } from '../runs/change-words.js'
import { FileFindings } from './file-findings.js'
import { FILE_STATUS } from './file-status.js'
import { coverageWords } from './preview.js'

/** What became of a delivery: the run it changed, what was made, and each file. */
export function DeliveryResult({ report }: { report: DeliveryReport }) {
  const { run, changes } = report
  return (
    <section aria-label="Delivered" role="status" className="border-t border-hairline pt-3">
      {report.state === 'waiting' ? (
        <p className="text-base">It is stored, and read as soon as the server has time. Its page says how far it is.</p>
      ) : run ? (
        <p className="text-base">
          <ProjectLink to={`runs/${run.id}`}>
            Build {run.build} of {run.lane.pipeline}
          </ProjectLink>{' '}
          now has {count(run.totals.total, 'result')}
          {run.live
            ? '; more is to come'
            : run.incomplete && <strong className="font-semibold text-errored">, and is incomplete</strong>}.{' '}
          {changes && <Changes runId={run.id} changes={changes} />}
        </p>
      ) : (
        <p className="text-base text-failed">Nothing was stored.</p>
      )}
      {report.made.length > 0 && (
        <p className="mt-1 text-soft">Made: {report.made.map(({ kind, name }) => `${kind} ${name}`).join(', ')}</p>
      )}
      {report.newScripts > 0 && <p className="mt-1 text-soft">{count(report.newScripts, 'new script')}</p>}
      {report.notes.map((note) => (
        <p key={note} className="mt-1 text-soft">
          {note}
        </p>
      ))}
      <p className="mt-1 text-soft">
        <ProjectLink to={`intake/${report.deliveryId}`}>This delivery</ProjectLink> can be read again, moved or undone.
      </p>
      <ul className="mt-3">
        {report.files.map((file) => (
          <FileLine key={file.name} file={file} />
        ))}
      </ul>
    </section>
  )
}

function Changes({ runId, changes }: { runId: number; changes: NonNullable<DeliveryReport['changes']> }) {
  return SHOWN_CHANGES.filter((change) => changes[change] > 0).map((change, i) => (
    <span key={change}>
      {i > 0 && ', '}
      <ProjectLink to={`runs/${runId}?show=${change}`}>
        {formatNumber(changes[change])} {CHANGE_WORDS[change].words}
      </ProjectLink>
    </span>
  ))
}

function FileLine({ file }: { file: DeliveredFile }) {
  return (
    <li className="border-t border-hairline py-1.5">
      <p className="flex gap-3">
        <span className="min-w-0 flex-1 truncate font-mono">{file.name}</span>
        <span className={file.status === 'refused' ? 'text-failed' : 'text-soft'}>
          {file.coverage && file.status === 'stored'
            ? coverageWords(file.coverage)
            : file.totals && file.status === 'stored'
              ? count(file.totals.total, 'result')
              : FILE_STATUS[file.status]}
        </span>
      </p>
      {file.error && <p className={`break-words ${file.status === 'refused' ? 'text-failed' : 'text-soft'}`}>{file.error.message}</p>}
      <FileFindings faults={file.faults} warnings={file.warnings} unknownKeys={file.unknownKeys} />
    </li>
  )
}
