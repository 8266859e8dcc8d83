import type { CoverageSummary, Outcome, OutcomeTotals } from '@bobbin/core'
import { count, formatNumber } from '../../lib/format.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { FileFindings } from './file-findings.js'
import type { InspectedFile } from './inspect.worker.js'
import type { PreviewState } from './use-previews.js'

/** What a chosen file holds, before it is stored: its format, counts, faults and doubts, for each file of an archive. */
export function Preview({ name, state }: { name: string; state: PreviewState | undefined }) {
  if (!state) return <p className="text-soft">Reading it …</p>
  if (state.kind === 'reading') return <p className="text-soft">Reading it: {Math.round(state.read / 1024 / 1024)} MiB read …</p>
  if (state.kind === 'failed') return <p className="text-failed">It can't be previewed here: {state.message}</p>
  const passedOver = state.files.flatMap((file) => ('passedOver' in file ? [file] : []))
  const told = state.files.flatMap((file) => ('passedOver' in file ? [] : [file]))
  return (
    <>
      {told.map((file) => (
        <FilePreview key={file.file} file={file} inside={file.file === name ? null : file.file.slice(name.length + 1)} />
      ))}
      {passedOver.length > 0 && (
        <details className="text-soft">
          <summary>{count(passedOver.length, 'file')} passed over</summary>
          <ul className="pl-4">
            {passedOver.map(({ file, passedOver: why }) => (
              <li key={file} className="break-words">
                <span className="font-mono">{file.slice(name.length + 1)}</span>: {why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  )
}

function FilePreview({ file, inside }: { file: Exclude<InspectedFile, { passedOver: string }>; inside: string | null }) {
  const head = inside !== null && <span className="mr-2 font-mono">{inside}</span>
  if ('error' in file) {
    return (
      <p className="break-words text-failed">
        {head}
        {file.error}
      </p>
    )
  }
  return (
    <div className="break-words">
      <p className="text-soft">
        {head}
        <span className="font-mono">{file.format}</span>
        {file.framework && ` by ${file.framework}`}: {file.coverage ? coverageWords(file.coverage) : totalsWords(file.totals)}
      </p>
      <FileFindings faults={file.faults} warnings={file.warnings} />
    </div>
  )
}

/** `14 source files, 83.2 % of 1,204 lines` */
export function coverageWords({ files, linesCovered, linesTotal }: CoverageSummary): string {
  const share = linesTotal === 0 ? 0 : (linesCovered / linesTotal) * 100
  return `${count(files, 'source file')}, ${share.toFixed(1)} % of ${formatNumber(linesTotal)} lines ran`
}

const WORST_FIRST: readonly Outcome[] = ['failed', 'errored', 'recovered', 'blocked', 'notRun', 'skipped', 'passed']

/** `12 results: 1 failed, 11 passed`; `from` stands behind the first number. */
export function totalsWords(totals: OutcomeTotals, from = ''): string {
  const parts = WORST_FIRST.filter((outcome) => totals[outcome] > 0).map((outcome) => `${totals[outcome]} ${OUTCOME_WORDS[outcome]}`)
  return [count(totals.total, 'result') + from, parts.join(', ')].filter((part) => part !== '').join(': ')
}
