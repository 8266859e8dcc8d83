import { ChevronDown, ChevronUp } from 'lucide-react'
import { useMembers } from '../cases/queries.js'

export interface PeoplePickerProps {
  people: number[]
  onChange: (people: number[]) => void
  /** Whether their order says anything. */
  inOrder: boolean
}

/** People who do something, in their order where that matters. */
export function PeoplePicker({ people, onChange, inOrder }: PeoplePickerProps) {
  const members = useMembers()
  const rows = members.data ?? []
  const sorted = [...rows].sort((a, b) => {
    const [i, j] = [people.indexOf(a.id), people.indexOf(b.id)]
    return i >= 0 && j >= 0 ? i - j : i >= 0 ? -1 : j >= 0 ? 1 : a.name.localeCompare(b.name)
  })
  const move = (id: number, by: number) => {
    const at = people.indexOf(id)
    const next = people.filter((one) => one !== id)
    next.splice(Math.max(0, at + by), 0, id)
    onChange(next)
  }
  return (
    <fieldset className="rounded border border-hairline px-3 py-2">
      <legend className="px-1">People</legend>
      <div className="max-h-[180px] overflow-y-auto">
        {sorted.map(({ id, name }) => {
          const at = people.indexOf(id)
          return (
            <div key={id} className="flex items-center gap-2 py-0.5">
              <label className="flex min-w-0 flex-1 items-center gap-2">
                <input
                  type="checkbox"
                  checked={at >= 0}
                  onChange={() => onChange(at >= 0 ? people.filter((one) => one !== id) : [...people, id])}
                />
                <span className="truncate">{name}</span>
                {inOrder && at >= 0 && <span className="text-soft">{at + 1}.</span>}
              </label>
              {inOrder && at >= 0 && people.length > 1 && (
                <span>
                  <button type="button" aria-label={`${name} earlier`} disabled={at === 0} onClick={() => move(id, -1)} className="p-0.5">
                    <ChevronUp size={14} aria-hidden="true" />
                  </button>
                  <button
                    type="button"
                    aria-label={`${name} later`}
                    disabled={at === people.length - 1}
                    onClick={() => move(id, 1)}
                    className="p-0.5"
                  >
                    <ChevronDown size={14} aria-hidden="true" />
                  </button>
                </span>
              )}
            </div>
          )
        })}
      </div>
      <p className="mt-1 text-soft">
        {people.length === 0
          ? 'Nobody: whoever takes a case does it.'
          : people.length === 1
            ? 'One person does all of it.'
            : inOrder
              ? 'The first case goes to the first, the second to the second, and so on; each begins when the one before is done.'
              : 'Whoever of them is free takes the next case.'}
      </p>
    </fieldset>
  )
}
