import { useEffect, useRef, useState } from 'react'
import { useKeys } from '../lib/use-keys.js'

export interface SearchFieldProps {
  value: string
  onChange: (value: string) => void
  placeholder: string
}

/** Finds while one types; `/` goes there, Escape clears. */
export function SearchField({ value, onChange, placeholder }: SearchFieldProps) {
  const [text, setText] = useState(value)
  const input = useRef<HTMLInputElement>(null)
  const change = useRef(onChange)
  useEffect(() => {
    change.current = onChange
  })
  useKeys({ '/': () => input.current?.focus() })
  useEffect(() => {
    if (text === value) return
    const timer = setTimeout(() => change.current(text), 200)
    return () => clearTimeout(timer)
  }, [text, value])
  return (
    <span className="relative inline-block">
      <input
        ref={input}
        type="search"
        className="field w-[230px] pr-7"
        aria-label={`Search: ${placeholder}`}
        placeholder={placeholder}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return
          event.stopPropagation()
          setText('')
          event.currentTarget.blur()
        }}
      />
      {text === '' && (
        <kbd className="pointer-events-none absolute top-1.5 right-2 rounded-[3px] border border-hairline px-1.5 font-mono text-xs text-soft">
          /
        </kbd>
      )}
    </span>
  )
}
