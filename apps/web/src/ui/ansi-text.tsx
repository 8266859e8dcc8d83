import { plainText } from '@bobbin/core'
import Anser, { type AnserJsonEntry } from 'anser'

/** The eight colours of a terminal in those of this page, which can be read on light and dark. */
const COLOURS: Record<string, string> = {
  red: 'text-failed',
  green: 'text-passed',
  yellow: 'text-errored',
  blue: 'text-dye',
  magenta: 'text-recovered',
  cyan: 'text-blocked',
}
const GROUNDS: Record<string, string> = { red: 'bg-failed-wash', green: 'bg-passed-wash', yellow: 'bg-errored-wash' }
const DECORATIONS: Record<string, string> = {
  bold: 'font-semibold',
  dim: 'opacity-80',
  italic: 'italic',
  underline: 'underline',
  strikethrough: 'line-through',
}

/** What a program printed for a terminal: its colours are shown, everything else that it tells a terminal is left out. */
export function AnsiText({ text }: { text: string }) {
  if (!text.includes('\u001b')) return text
  return Anser.ansiToJson(text, { use_classes: true, remove_empty: true }).map((span, i) => {
    const className = classesOf(span)
    const content = plainText(span.content)
    return className === '' ? content : <span key={i} className={className}>{content}</span> // prettier-ignore
  })
}

const nameOf = (colour: string | null) => /^ansi-(?:bright-)?(\w+)$/.exec(colour ?? '')?.[1] ?? ''

function classesOf({ fg, bg, decorations }: AnserJsonEntry): string {
  return [COLOURS[nameOf(fg)], GROUNDS[nameOf(bg)], ...decorations.map((decoration) => DECORATIONS[decoration])].filter(Boolean).join(' ')
}
