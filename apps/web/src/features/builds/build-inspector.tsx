import type { BuildRow } from '@bobbin/client'
import { ProjectLink } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { Inspector } from '../../ui/inspector.js'
import { messageOf } from '../../ui/states.js'
import { RunWords } from '../runs/run-summary.js'
import { broughtWords, durationWords } from './build-words.js'
import { useBuild } from './use-builds.js'

const FILES = 40

/** What a build brought, how each of its runs went, and why it is red. */
export function BuildInspector({ row, onClose, onCompare }: { row: BuildRow; onClose: () => void; onCompare: () => void }) {
  const { data, error, isPending } = useBuild(row.id)
  return (
    <Inspector
      label={`Build ${row.build}`}
      onClose={onClose}
      footer={
        <button type="button" className="link" onClick={onCompare}>
          Compare with the build before <kbd>c</kbd>
        </button>
      }
    >
      <h2 className="pr-16 text-lg">Build {row.build}</h2>
      <p className="mt-1 text-soft">
        {row.commit && <span className="font-mono">{row.commit.slice(0, 12)} </span>}
        {broughtWords(row)} on {row.branch}
        {row.address && (
          <>
            {' · '}
            <a href={row.address} rel="noreferrer" target="_blank" className="link">
              its page in the pipeline
            </a>
          </>
        )}
      </p>
      <h3 className="mt-5 text-sm font-semibold">Runs</h3>
      <ul>
        {row.runs.map((run) => (
          <li key={run.id} className="border-b border-hairline py-1.5">
            <p>
              <ProjectLink to={`runs/${run.id}`}>
                {run.lane.environment}
                {run.profile && `, ${run.profile}`}
                {run.ordinal > 1 && `, run ${run.ordinal}`}
              </ProjectLink>{' '}
              <RunWords run={run} />
            </p>
            <p className="text-soft">
              {count(run.totals.total, 'test')}, {durationWords(run)}
            </p>
          </li>
        ))}
      </ul>
      {error && <p className="mt-4 text-failed">{messageOf(error)}</p>}
      {isPending && <p className="mt-4 text-soft">Loading what it changed …</p>}
      {data && (
        <>
          <h3 className="mt-5 text-sm font-semibold">{data.causes.length > 0 ? 'Why it is red' : 'Nothing is red'}</h3>
          <ul>
            {data.causes.map((cause) => (
              <li key={cause.id} className="border-b border-hairline py-1.5">
                <ProjectLink to={`failures?cause=${cause.id}`} className="link break-words">
                  {cause.title}
                </ProjectLink>
                <p className="text-soft">
                  {count(cause.tests, 'test')}
                  {cause.cause && `, ${cause.cause}`}
                  {cause.resolved && ', resolved'}
                </p>
              </li>
            ))}
          </ul>
          <h3 className="mt-5 text-sm font-semibold">Changed files</h3>
          {data.changedFiles === null ? (
            <p className="text-soft">Whoever delivered its results did not say. The command line does so by itself in a Git checkout.</p>
          ) : (
            <ul className="font-mono text-xs">
              {data.changedFiles.slice(0, FILES).map((file) => (
                <li key={file} className="truncate py-0.5" title={file}>
                  {file}
                </li>
              ))}
              {data.changedFiles.length > FILES && <li className="font-sans text-soft">and {data.changedFiles.length - FILES} more</li>}
            </ul>
          )}
        </>
      )}
    </Inspector>
  )
}
