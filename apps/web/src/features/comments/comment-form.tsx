import type { PersonRef } from '@bobbin/client'
import { useEffect, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react'
import { Button, Key } from '../../ui/states.js'

export interface CommentFormProps {
  people: readonly PersonRef[]
  action: string
  isPending: boolean
  /** @param done to be called when it was taken: what was written is then gone from here */
  onSubmit: (text: string, done: () => void) => void
  initial?: string
  /** What is being written survives a reload under this name. */
  draftKey?: string
  onCancel?: () => void
  /** Chosen whenever this grows. */
  focus?: number
  /** Beside the buttons. */
  children?: ReactNode
}

const MOST_PEOPLE = 6
const keyOf = (draftKey: string) => `bobbin.comment.${draftKey}`

/** Where a comment is written, with completion of names after @. Ctrl Enter sends it. */
export function CommentForm({
  people,
  action,
  isPending,
  onSubmit,
  initial = '',
  draftKey,
  onCancel,
  focus = 0,
  children,
}: CommentFormProps) {
  const [text, setText] = useState(() => (draftKey && sessionStorage.getItem(keyOf(draftKey))) || initial)
  const [caret, setCaret] = useState(0)
  const [at, setAt] = useState(0)
  const area = useRef<HTMLTextAreaElement>(null)
  const id = useId()
  useEffect(() => {
    if (focus > 0) area.current?.focus()
  }, [focus])
  const write = (next: string) => {
    setText(next)
    if (draftKey) sessionStorage.setItem(keyOf(draftKey), next)
  }
  const wanted = wantedName(text.slice(0, caret))
  const fits =
    wanted === null
      ? []
      : people
          .filter(({ name }) =>
            name
              .toLowerCase()
              .split(' ')
              .concat(name.toLowerCase())
              .some((part) => part.startsWith(wanted.toLowerCase())),
          )
          .slice(0, MOST_PEOPLE)
  const complete = (person: PersonRef) => {
    const start = caret - (wanted?.length ?? 0)
    const next = `${text.slice(0, start)}${person.name} ${text.slice(caret)}`
    write(next)
    const to = start + person.name.length + 1
    setCaret(to)
    requestAnimationFrame(() => area.current?.setSelectionRange(to, to))
  }
  const send = () => {
    if (text.trim() === '' || isPending) return
    onSubmit(text, () => {
      setText('')
      if (draftKey) sessionStorage.removeItem(keyOf(draftKey))
    })
  }
  const press = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault()
      return send()
    }
    const chosen = fits[at]
    if (chosen) {
      if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
        event.preventDefault()
        return setAt((at + (event.key === 'ArrowDown' ? 1 : fits.length - 1)) % fits.length)
      }
      if (event.key === 'Enter' || event.key === 'Tab') {
        event.preventDefault()
        return complete(chosen)
      }
    }
    if (event.key === 'Escape') {
      event.stopPropagation()
      event.preventDefault()
      if (onCancel) onCancel()
      else area.current?.blur()
    }
  }
  return (
    <form
      className="relative mt-2 flex flex-col gap-1.5"
      onSubmit={(event) => {
        event.preventDefault()
        send()
      }}
    >
      <textarea
        ref={area}
        rows={3}
        value={text}
        aria-label="Comment"
        aria-controls={`${id}-people`}
        aria-autocomplete="list"
        aria-activedescendant={fits.length > 0 ? `${id}-${at}` : undefined}
        placeholder="Markdown; @ names somebody"
        className="field"
        onChange={({ target }) => {
          write(target.value)
          setCaret(target.selectionStart)
          setAt(0)
        }}
        onSelect={({ currentTarget }) => setCaret(currentTarget.selectionStart)}
        onKeyDown={press}
      />
      <ul
        id={`${id}-people`}
        role="listbox"
        aria-label="People"
        className={
          fits.length > 0
            ? 'absolute top-[78px] left-2 z-10 min-w-[180px] rounded border border-hairline bg-raised p-1 shadow-lg'
            : 'hidden'
        }
      >
        {fits.map((person, i) => (
          <li
            key={person.id}
            id={`${id}-${i}`}
            role="option"
            aria-selected={i === at}
            onMouseDown={(event) => {
              event.preventDefault()
              complete(person)
            }}
            className={`rounded-[3px] px-2 py-1 ${i === at ? 'bg-dye-wash' : ''}`}
          >
            {person.name}
          </li>
        ))}
      </ul>
      <div className="flex items-center gap-2">
        <Button type="submit" kind={draftKey ? 'plain' : 'strong'} disabled={isPending || text.trim() === ''}>
          {action} <Key>Ctrl Enter</Key>
        </Button>
        {onCancel && (
          <Button kind="quiet" onClick={onCancel}>
            Cancel
          </Button>
        )}
        {children}
      </div>
    </form>
  )
}

const MOST_NAME = 40

/** What stands between the last @ and the caret, where it may be the beginning of a name. */
export function wantedName(before: string): string | null {
  const at = before.lastIndexOf('@')
  const name = before.slice(at + 1)
  if (at < 0 || name.length > MOST_NAME || name.includes('  ') || !/^[\p{L}\p{N} .-]*$/u.test(name)) return null
  // an address is no mention
  return at > 0 && /[\p{L}\p{N}_.]/u.test(before.charAt(at - 1)) ? null : name
}
