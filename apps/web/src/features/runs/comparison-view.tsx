import { type Comparison, differenceOf, type Piece } from '@bobbin/core'

/** Two values that a check held against each other: word by word, or line by line where they are documents. */
export function ComparisonView({ comparison }: { comparison: Comparison }) {
  const { expected, actual, told } = comparison
  const difference = differenceOf(expected, actual)
  const names = told ? (['expected', 'actual'] as const) : (['second', 'first'] as const)
  if (difference && difference.kind !== 'words') return <Lines pieces={difference.pieces} names={names} />
  const pieces = difference?.pieces ?? [
    { side: 'expected' as const, text: expected },
    { side: 'actual' as const, text: actual },
  ]
  const sides = [
    { name: names[0], side: 'expected' as const },
    { name: names[1], side: 'actual' as const },
  ]
  return (
    <dl className="mt-1.5 grid grid-cols-[70px_minmax(0,1fr)] gap-y-1 font-mono break-words whitespace-pre-wrap">
      {(told ? sides : sides.reverse()).map(({ name, side }) => (
        <div key={name} className="contents">
          <dt className="text-soft">{name}</dt>
          <dd>
            <Side pieces={pieces} side={side} />
          </dd>
        </div>
      ))}
    </dl>
  )
}

const GROUND = { expected: 'bg-passed-wash', actual: 'bg-failed-wash' }

function Side({ pieces, side }: { pieces: readonly Piece[]; side: 'expected' | 'actual' }) {
  return pieces
    .filter((piece) => piece.side === 'both' || piece.side === side)
    .map(({ side: own, text }, i) => (own === 'both' ? <span key={i}>{text}</span> : <mark key={i} className={`${GROUND[side]} text-ink`}>{text}</mark>)) // prettier-ignore
}

/** So many lines around a change are shown; what is longer unchanged is told by its number. */
const CONTEXT = 3

function Lines({ pieces, names }: { pieces: readonly Piece[]; names: readonly [string, string] }) {
  return (
    <div className="mt-1.5">
      <p className="text-xs text-soft">
        <mark className="bg-passed-wash px-1 text-ink">+</mark> {names[0]} <mark className="ml-3 bg-failed-wash px-1 text-ink">−</mark>{' '}
        {names[1]}
      </p>
      <pre
        className="mt-1 max-h-[420px] overflow-auto font-mono text-xs leading-[18px] whitespace-pre-wrap"
        tabIndex={0}
        aria-label="Difference"
      >
        {pieces.map((piece, i) => (
          <PieceLines key={i} piece={piece} first={i === 0} last={i === pieces.length - 1} />
        ))}
      </pre>
    </div>
  )
}

function PieceLines({ piece: { side, text }, first, last }: { piece: Piece; first: boolean; last: boolean }) {
  const lines = text.replace(/\n$/, '').split('\n')
  if (side !== 'both') {
    return lines.map((line, i) => (
      <span key={i} className={`block ${GROUND[side]}`}>
        {side === 'expected' ? '+ ' : '− '}
        {line}
      </span>
    ))
  }
  const head = first ? 0 : CONTEXT
  const tail = last ? 0 : CONTEXT
  const hidden = lines.length - head - tail
  const shown = hidden > 1 ? [...lines.slice(0, head), null, ...lines.slice(lines.length - tail)] : lines
  return shown.map((line, i) => (
    <span key={i} className={`block ${line === null ? 'text-soft' : ''}`}>
      {line === null ? `  … ${hidden} lines alike` : `  ${line}`}
    </span>
  ))
}
