import type { ResultDetail } from '@bobbin/client'
import { isFailing, rowOf } from '@bobbin/core'
import { ProjectLink } from '../../context/project-link.js'
import { count, formatDuration } from '../../lib/format.js'
import { OutcomeGlyph } from '../../ui/thread.js'

/** The rows of a data-driven test, what failed first; each leads to its result. */
export function RowsView({ result: { rows, script, run } }: { result: ResultDetail }) {
  if (rows.length === 0) return null
  const failing = rows.filter(({ outcome }) => isFailing(outcome))
  const sorted = [...failing, ...rows.filter(({ outcome }) => !isFailing(outcome))]
  return (
    <section className="mt-5" aria-label="Rows">
      <h3 className="mb-1 text-sm">
        {count(rows.length, 'row')} of {rowOf(script.name)?.test}
        <span className="font-normal text-soft">
          , {failing.length === 0 ? 'none fails' : `${failing.length} ${failing.length === 1 ? 'fails' : 'fail'}`}
        </span>
      </h3>
      <table className="w-full">
        <thead className="sr-only">
          <tr>
            <th>Outcome</th>
            <th>Values</th>
            <th>Duration</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map(({ scriptId, row, outcome, durationMs }) => (
            <tr key={scriptId} className={`border-t border-hairline ${scriptId === script.id ? 'bg-dye-wash' : ''}`}>
              <td className="w-[30px] py-1 pl-1">
                <OutcomeGlyph outcome={outcome} />
              </td>
              <td className="font-mono break-all">
                {scriptId === script.id ? row : <ProjectLink to={`runs/${run.id}?script=${scriptId}`}>{row}</ProjectLink>}
              </td>
              <td className="pr-1 text-right font-mono whitespace-nowrap text-soft">{formatDuration(durationMs)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
