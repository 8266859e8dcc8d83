// Figures and what they must keep to.

export function median(list) {
  const sorted = [...list].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? NaN
}

/** Figures with what they must keep to; printed as they come and written together at the end. */
export class Figures {
  rows = []

  /** @param goal the most that it may be, or `{ least }` */
  add(part, what, value, unit, goal, detail = '') {
    const kept = goal.least === undefined ? value <= goal : value >= goal.least
    const bound = goal.least === undefined ? `at most ${goal} ${unit}` : `at least ${goal.least} ${unit}`
    this.rows.push({ part, what, value, unit, bound, kept, detail })
    const number = unit === '×' ? value.toFixed(2) : Math.round(value)
    console.log(`${kept ? 'kept  ' : 'MISSED'}  ${part}: ${what}: ${number} ${unit} (${bound})${detail ? ` · ${detail}` : ''}`)
  }

  /** A table of what was measured now, and of the parts in `before`, an older one, that were not. */
  markdown(now, before) {
    const day = now.toISOString().slice(0, 10)
    const line = ({ part, what, value, unit, bound, kept, detail }) =>
      `| ${part} | ${what} | ${unit === '×' ? value.toFixed(2) : Math.round(value)} ${unit} | ${bound} | ${kept ? 'kept' : '**missed**'} | ${detail} | ${day} |`
    const measured = new Set(this.rows.map(({ part }) => part))
    const older = before.split('\n').filter((row) => /^\| (?!part |---)/.test(row) && !measured.has(row.split(' | ')[0].slice(2)))
    return [
      '| part | figure | measured | goal | | from | on |',
      '|---|---|---|---|---|---|---|',
      ...[...older, ...this.rows.map(line)].sort(byPart),
    ].join('\n')
  }
}

const PARTS = ['parsing', 'formats', 'delivery', 'throughput', 'live', 'reading', 'pages', 'first page', 'mapping', 'plans']
const placeOf = (row) => PARTS.indexOf(row.split(' | ')[0].slice(2))
const byPart = (a, b) => placeOf(a) - placeOf(b)
