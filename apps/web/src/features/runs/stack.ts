import { frameIn } from '@bobbin/core'

export interface StackPart {
  kind: 'own' | 'library'
  lines: string[]
}

/** Splits a stack into the team's own lines and runs of library frames, which a reader folds away. */
export function splitStack(stack: string): StackPart[] {
  const parts: StackPart[] = []
  for (const line of stack.split('\n')) {
    const kind = frameIn(line)?.library ? 'library' : 'own'
    const last = parts.at(-1)
    if (last?.kind === kind) last.lines.push(line)
    else parts.push({ kind, lines: [line] })
  }
  return parts
}
