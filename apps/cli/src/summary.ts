import type { DeliveryReport, RunDetail } from '@bobbin/client'
import type { Change } from '@bobbin/core'
import { totalsLine } from './commands/inspect.js'

/** What is worth a list, in the order of reading. */
const LISTED: readonly [change: Change, heading: string][] = [
  ['newlyFailing', 'Newly failing'],
  ['stillFailing', 'Still failing'],
  ['recovered', 'Recovered on a further try'],
  ['fixed', 'Fixed'],
]
/** So many of each are named; the page has the rest. */
const MOST_NAMED = 20
const MOST_MESSAGE = 160

/**
 * What a delivery changed, as Markdown for the page of a pipeline (CommonMark): new failures first, each with a link.
 * @param detail the run as its page has it; null where nothing was stored
 * @param base address of the project
 */
export function markdownSummary({ files, run }: DeliveryReport, detail: RunDetail | null, base: string): string {
  const refused = files
    .filter(({ status }) => status === 'refused')
    .map(({ name, error }) => `- refused ${code(name)}: ${plain(error?.message ?? '')}`)
  if (!run || !detail) return ['## No results were stored', '', ...refused, ''].join('\n')
  const address = `${base}/runs/${run.id}`
  const { changes, previous, faults } = detail
  const lines = [
    `## [Build ${plain(run.build)} of ${plain(run.lane.pipeline)} in ${plain(run.lane.environment)}](${address})`,
    '',
    `${headline(detail)} ${totalsLine(run.totals)}.${previous ? ` Compared with build ${plain(previous.build)}.` : ''}`,
    ...(run.live ? ['', 'More is to come: this is how far it is.'] : []),
    ...(faults.length > 0
      ? [
          '',
          '**Incomplete**: not everything ran.',
          ...faults.map(({ subject, message }) => `- ${code(subject)}: ${plain(firstLine(message))}`),
        ]
      : []),
  ]
  for (const [change, heading] of LISTED) {
    const rows = detail.rows.filter((row) => row.change === change)
    if (changes[change] === 0) continue
    lines.push('', `### ${heading}: ${changes[change]}`, '')
    for (const { script, cases, message } of rows.slice(0, MOST_NAMED)) {
      const keys = cases.length > 0 ? ` (${cases.join(', ')})` : ''
      const said = message && change !== 'fixed' ? `: ${plain(firstLine(message).slice(0, MOST_MESSAGE))}` : ''
      lines.push(`- [${plain(script.name)}](${address}?script=${script.id})${keys}${said}`)
    }
    if (changes[change] > MOST_NAMED) lines.push(`- [and ${changes[change] - MOST_NAMED} more](${address}?show=${change})`)
  }
  if (refused.length > 0) lines.push('', ...refused)
  return `${lines.join('\n')}\n`
}

function headline({ changes, previous }: RunDetail): string {
  if (!previous) return 'The first build here.'
  if (changes.newlyFailing > 0) return `**${changes.newlyFailing} newly failing.**`
  return changes.stillFailing > 0 ? `Nothing new fails; ${changes.stillFailing} still do.` : 'Nothing fails.'
}

const firstLine = (text: string | null): string => text?.trim().split('\n', 1)[0] ?? ''
/** Text that stays text, whatever signs it holds. */
const plain = (text: string): string => text.replace(/[\r\n]+/g, ' ').replace(/[\\`*_{}[\]<>#|~]/g, '\\$&')
const code = (text: string): string => `\`${text.replace(/[`\r\n]/g, ' ')}\``
