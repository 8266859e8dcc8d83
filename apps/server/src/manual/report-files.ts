import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Content, TDocumentDefinitions } from 'pdfmake'
import type { Report, ReportSum } from '../contract/index.js'
import { type Sheet, writeCsv, writeXlsx } from '../platform/tables/sheet.js'

const COLUMNS = [
  'Key', 'Title', 'Area', 'Environment', 'Profile', 'Build', 'State', 'Outcome', 'By hand', 'By scripts', 'Person', 'Done at', 'Minutes', 'Said',
] as const // prettier-ignore

const minutes = (ms: number | null): string => (ms === null ? '' : (ms / 60_000).toFixed(1))

/** One line a case, environment and profile; its steps below it, where it was done by hand. */
export function reportSheet(report: Report): Sheet {
  return [
    [...COLUMNS],
    ...report.rows.flatMap((row) => [
      [
        row.key,
        row.title,
        row.area,
        row.environment,
        row.profile ?? '',
        row.build,
        row.state,
        row.outcome ?? '',
        row.manual ? (row.manual.outcome ?? 'not done') : '',
        row.automated ? (row.automated.outcome ?? '') : '',
        row.manual?.by ?? row.person ?? '',
        row.manual?.at ?? row.automated?.at ?? '',
        minutes(row.manual?.durationMs ?? null),
        row.manual?.message ?? row.automated?.message ?? '',
      ],
      ...row.steps.map((step, i) => [
        '', `${i + 1}. ${step.text}`, '', '', '', '', '', step.outcome, '', '', '', '', '', step.message ?? '',
      ]), // prettier-ignore
    ]),
  ]
}

export const reportCsv = (report: Report): string => writeCsv(reportSheet(report))

export const reportXlsx = (report: Report): Promise<Buffer> =>
  writeXlsx(reportSheet(report), 'Report', [12, 50, 18, 16, 12, 10, 12, 10, 10, 10, 18, 22, 8, 50])

const INK = '#1f2430'
const SOFT = '#596070'
const RULE = '#d5d8de'
/** Shades that are told apart without colour, too: the bar names each part beside it. */
const SHADES = { passed: '#1e6f5c', failed: '#a3162e', errored: '#7a4a00', other: '#8a8f9c', underWay: '#3b3f8f', planned: '#d5d8de' }
const PARTS = ['passed', 'failed', 'errored', 'other', 'underWay', 'planned'] as const
const PART_WORDS: Record<(typeof PARTS)[number], string> = {
  passed: 'passed',
  failed: 'failed',
  errored: 'errored',
  other: 'skipped or blocked',
  underWay: 'under way',
  planned: 'planned',
}

const WIDTH = 515

function bar(sum: ReportSum): Content {
  const all = PARTS.reduce((total, part) => total + sum[part], 0)
  if (all === 0) return { text: 'Nothing is planned.', color: SOFT }
  let x = 0
  const shapes = PARTS.flatMap((part) => {
    const w = (sum[part] / all) * WIDTH
    const shape = { type: 'rect' as const, x, y: 0, w, h: 12, color: SHADES[part] }
    x += w
    return w > 0 ? [shape] : []
  })
  const words = PARTS.filter((part) => sum[part] > 0).map((part) => ({
    text: `■ ${sum[part]} ${PART_WORDS[part]}   `,
    color: SHADES[part] === RULE ? SOFT : SHADES[part],
  }))
  return [
    { canvas: shapes, margin: [0, 4, 0, 4] },
    { text: words, fontSize: 9 },
  ]
}

const heading = (text: string): Content => ({ text, bold: true, fontSize: 12, margin: [0, 14, 0, 4] })

const LINES = {
  hLineWidth: (i: number) => (i === 1 ? 0.8 : 0.3),
  vLineWidth: () => 0,
  hLineColor: () => RULE,
  paddingTop: () => 3,
  paddingBottom: () => 3,
  paddingLeft: () => 0,
  paddingRight: () => 8,
}

function table(head: readonly string[], rows: readonly (readonly (string | number)[])[], widths: (string | number)[]): Content {
  const cells = (line: readonly (string | number)[], bold: boolean): Content[] => line.map((cell) => ({ text: String(cell), bold }))
  return {
    table: { headerRows: 1, dontBreakRows: true, widths, body: [cells(head, true), ...rows.map((row) => cells(row, false))] },
    layout: LINES,
    fontSize: 8.5,
  }
}

const SUM_HEAD = ['', 'planned', 'under way', 'done', 'passed', 'failed', 'errored', 'other']
const sumLine = (sum: ReportSum) => [sum.name, sum.planned, sum.underWay, sum.done, sum.passed, sum.failed, sum.errored, sum.other]
const SUM_WIDTHS = ['*', 40, 50, 32, 40, 36, 40, 36]

/** A4: on the first page what it comes to, with what is missing; then every case with its steps. */
function documentOf(report: Report, zone: string): TDocumentDefinitions {
  const moment = (at: string) =>
    new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: zone }).format(new Date(at))
  const { total, signOff, missing } = report
  const all = total.planned + total.underWay + total.done
  const content: Content[] = [
    { text: report.title, fontSize: 20, bold: true },
    { text: `Test report of the ${report.of.kind}, ${moment(report.at)}`, color: SOFT, margin: [0, 2, 0, 8] },
    {
      text: `${total.done} of ${all} done: ${total.passed} passed, ${total.failed} failed, ${total.errored} errored. ${
        missing.length === 0 ? 'Nothing is missing.' : `${missing.length} missing.`
      } ${minutes(report.spentMs)} min by hand so far, about ${minutes(report.expectedLeftMs)} min left.`,
      fontSize: 11,
    },
    bar(total),
    ...(signOff
      ? [{ text: `Signed off by ${signOff.by ?? 'somebody'}, ${moment(signOff.at)}: “${signOff.words}”`, margin: [0, 8, 0, 0] } as Content]
      : []),
    heading('By environment and profile'),
    table(SUM_HEAD, report.cells.map(sumLine), SUM_WIDTHS),
    heading('By area'),
    table(SUM_HEAD, report.areas.map(sumLine), SUM_WIDTHS),
    ...(report.requirements.length > 0 ? [heading('By requirement'), table(SUM_HEAD, report.requirements.map(sumLine), SUM_WIDTHS)] : []),
    ...(report.people.length > 0 ? [heading('By person'), table(SUM_HEAD, report.people.map(sumLine), SUM_WIDTHS)] : []),
    ...(missing.length > 0
      ? [
          heading('What is missing'),
          table(['Case', 'Where', 'Whose it is'], missing.map((row) => [`${row.key} ${row.title}`, row.where, row.person ?? 'scripts']), ['*', 130, 100]), // prettier-ignore
        ]
      : []),
    ...(report.defects.length > 0
      ? [heading('Defects'), table(['Key', 'Title', 'State'], report.defects.map((row) => [row.key ?? '', row.title, row.state]), [70, '*', 60])] // prettier-ignore
      : []),
    { ...(heading('Cases') as object), pageBreak: 'before' },
    table(
      ['Case', 'Where', 'By hand', 'By scripts', 'Who'],
      report.rows.flatMap((row) => [
        [
          `${row.key} ${row.title}`,
          [row.environment, row.profile].filter(Boolean).join(', '),
          row.manual ? (row.manual.outcome ?? row.state) : '',
          row.automated?.outcome ?? '',
          row.manual?.by ?? row.person ?? '',
        ],
        ...row.steps.map((step, i) => [`    ${i + 1}. ${step.text}${step.message ? `\n    ${step.message.replaceAll('\n', '\n    ')}` : ''}`, '', step.outcome, '', '']), // prettier-ignore
      ]),
      ['*', 100, 50, 50, 80],
    ),
  ]
  return {
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 48],
    info: { title: `${report.title}, test report` },
    defaultStyle: { font: 'Roboto', fontSize: 10, color: INK },
    footer: (page, pages) => ({
      text: `${report.title} · ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
      color: SOFT,
      margin: [0, 16, 0, 0],
    }),
    content,
  }
}

/** @param zone an IANA zone that is known */
export async function reportPdf(report: Report, zone: string): Promise<Buffer> {
  const { default: pdfmake } = await import('pdfmake')
  const fonts = join(dirname(createRequire(import.meta.url).resolve('pdfmake/package.json')), 'fonts', 'Roboto')
  pdfmake.setFonts({
    Roboto: {
      normal: join(fonts, 'Roboto-Regular.ttf'),
      bold: join(fonts, 'Roboto-Medium.ttf'),
      italics: join(fonts, 'Roboto-Italic.ttf'),
      bolditalics: join(fonts, 'Roboto-MediumItalic.ttf'),
    },
  })
  pdfmake.setUrlAccessPolicy(() => false)
  pdfmake.setLocalAccessPolicy((path) => path.startsWith(fonts))
  return Buffer.from(await pdfmake.createPdf(documentOf(report, zone)).getBuffer())
}
