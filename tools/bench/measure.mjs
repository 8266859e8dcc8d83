// Figures and what they must keep to.

export function median(list) {
  const sorted = [...list].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? NaN
}

/** Figures with what they must keep to; printed as they come and written together at the end. */
export class Figures {
  rows = []

  add(part, what, value, unit, most, detail = '') {
    const kept = value <= most
    this.rows.push({ part, what, value, unit, most, kept, detail })
    const number = unit === '×' ? value.toFixed(2) : Math.round(value)
    console.log(
      `${kept ? 'kept  ' : 'MISSED'}  ${part}: ${what}: ${number} ${unit} (at most ${most} ${unit})${detail ? ` · ${detail}` : ''}`,
    )
  }

  markdown() {
    const line = ({ part, what, value, unit, most, kept, detail }) =>
      `| ${part} | ${what} | ${unit === '×' ? value.toFixed(2) : Math.round(value)} ${unit} | ${most} ${unit} | ${kept ? 'kept' : '**missed**'} | ${detail} |`
    return ['| part | figure | measured | at most | | from |', '|---|---|---|---|---|---|', ...this.rows.map(line)].join('\n')
  }
}
