import { useState } from 'react'
import { Dialog } from '../../ui/dialog.js'
import { areaPaths } from './area-paths.js'
import { useAreas } from './queries.js'

export interface AreaPickerProps {
  title: string
  description: string
  onPick: (id: number | null, name: string) => void
  onClose: () => void
  /** Areas that can't be chosen. */
  not?: (id: number) => boolean
}

/** Chooses an area by typing part of its path: what dragging does, by hand on the keys. */
export function AreaPicker({ title, description, onPick, onClose, not = () => false }: AreaPickerProps) {
  const areas = useAreas()
  const [text, setText] = useState('')
  const [at, setAt] = useState(0)
  const words = text.toLowerCase().split(/\s+/)
  const choices = [{ id: null, name: 'No area' }, ...areaPaths(areas.data ?? []).map(({ id, path }) => ({ id, name: path.join(' › ') }))]
    .filter(({ id, name }) => (id === null || !not(id)) && words.every((word) => name.toLowerCase().includes(word)))
    .slice(0, 200)
  const chosen = Math.min(at, choices.length - 1)
  const pick = (i: number) => {
    const choice = choices[i]
    if (choice) onPick(choice.id, choice.name)
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={title} description={description}>
      <input
        autoFocus
        role="combobox"
        aria-expanded="true"
        aria-controls="area-choices"
        aria-activedescendant={`area-choice-${chosen}`}
        aria-label="Area"
        className="field"
        placeholder="Filter by path"
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setAt(0)
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') pick(chosen)
          else if (event.key === 'ArrowDown') setAt(Math.min(choices.length - 1, chosen + 1))
          else if (event.key === 'ArrowUp') setAt(Math.max(0, chosen - 1))
          else return
          event.preventDefault()
        }}
      />
      <ul id="area-choices" role="listbox" aria-label="Areas" className="max-h-[44vh] overflow-y-auto">
        {choices.map(({ id, name }, i) => (
          <li
            key={id ?? 'none'}
            id={`area-choice-${i}`}
            role="option"
            aria-selected={i === chosen}
            onClick={() => pick(i)}
            ref={(element) => {
              if (i === chosen) element?.scrollIntoView?.({ block: 'nearest' })
            }}
            className={`flex min-h-[28px] cursor-pointer items-center rounded-[3px] px-2 ${i === chosen ? 'bg-dye-wash' : 'hover:bg-dye-wash/60'}`}
          >
            {name}
          </li>
        ))}
        {choices.length === 0 && <li className="px-2 py-1 text-soft">No area matches.</li>}
      </ul>
    </Dialog>
  )
}
