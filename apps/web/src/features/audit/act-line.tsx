import type { ActRow } from '@bobbin/client'
import { visibleText } from '@bobbin/core'
import { Button } from '../../ui/states.js'
import { Time } from '../../ui/time.js'

/** Who did it, in words. */
export function actorWords({ actor, by, token }: Pick<ActRow, 'actor' | 'by' | 'token'>): string {
  if (actor === 'token') return token === null ? 'A token' : `Token ${token}`
  if (actor === 'agent') return token === null ? 'An agent' : `Agent ${token}`
  if (actor === 'system') return by === null ? 'Bobbin' : `Bobbin for ${by}`
  return by ?? 'Somebody whose account is gone'
}

export interface ActLineProps {
  act: ActRow
  onUndo?: (() => void) | undefined
}

/** One act, as a sentence with what it changed below. */
export function ActLine({ act, onUndo }: ActLineProps) {
  const { at, clause, fields, changed, undone, reason } = act
  return (
    <div className="flex min-w-0 items-start gap-3 py-2">
      <div className="min-w-0 flex-1">
        <p className={`break-words ${undone ? 'text-soft line-through' : ''}`}>
          <strong>{actorWords(act)}</strong> {visibleText(clause)}
        </p>
        {reason && <p className="text-soft">“{reason}”</p>}
        {fields.length > 0 && (
          <ul className="text-soft">
            {fields.map(({ field, from, to }) => (
              <li key={field} className="truncate" title={`${from} → ${to}`}>
                {field}: {visibleText(from)} → {visibleText(to)}
              </li>
            ))}
            {changed > 1 && <li>and so on, for {changed} in all</li>}
          </ul>
        )}
        {undone && (
          <p className="text-soft">
            undone by {undone.by ?? 'somebody'} <Time iso={undone.at} />
          </p>
        )}
      </div>
      <span className="shrink-0 pt-px text-soft">
        <Time iso={at} />
      </span>
      {act.canUndo && onUndo && <Button onClick={onUndo}>Undo</Button>}
    </div>
  )
}
