import { Dialog } from '../ui/dialog.js'
import { Key } from '../ui/states.js'
import { ALL_SECTIONS } from './sections.js'

const MAC = typeof navigator !== 'undefined' && navigator.platform.startsWith('Mac')
export const COMMAND_KEYS = MAC ? '⌘ K' : 'Ctrl K'

const GROUPS: readonly { name: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    name: 'Everywhere',
    keys: [
      [COMMAND_KEYS, 'Find a command, case, script or run'],
      ['?', 'This sheet'],
      ['/', 'Search the list'],
      ...ALL_SECTIONS.map((section) => [`g ${section.key}`, `Go to ${section.name}`] as const),
    ],
  },
  {
    name: 'In a list',
    keys: [
      ['↓ or j', 'Next row'],
      ['↑ or k', 'Row before'],
      ['Home, End', 'First row, last row'],
      ['Page ↓, Page ↑', 'Fifteen rows on, back'],
      ['Enter', 'Open'],
    ],
  },
  {
    name: 'In the inspector',
    keys: [
      ['f', 'Full width, and back'],
      ['Esc', 'Close'],
      ['← →', 'Width, with the handle in focus'],
    ],
  },
  {
    name: 'Cases',
    keys: [
      ['n', 'New cases from lines'],
      ['i', 'Import a table'],
      ['x', 'Pick, or drop from what is picked'],
      ['Shift ↓ ↑', 'Pick a range'],
      ['Ctrl A', 'Pick all in the list'],
      ['m', 'Move to an area'],
      ['Delete', 'Delete, with a way back'],
      ['Ctrl S', 'Save'],
      ['Alt ↑ ↓', 'Move the step one is in'],
    ],
  },
  {
    name: 'A run, scripts',
    keys: [
      ['[ and ]', 'Build before, next build'],
      ['l', 'Link to a case'],
      ['p', 'Keep a run’s details for ever, and back'],
      ['x', 'Pick a script'],
      ['c', 'Of picked scripts: make cases'],
      ['s', 'Of picked scripts: set aside, and back'],
      ['c', 'Copy message and stack'],
      ['s', 'Attempts side by side, and back'],
      ['o', 'Message and stack over the whole window'],
      ['← →', 'In a picture: the one before, the next'],
      ['z', 'In a picture: its own size, and back'],
      ['c', 'In a picture: compare two'],
      ['u', 'Unfold what is unchanged'],
    ],
  },
]

/** Every key there is, by where it works. */
export function KeySheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Keys" description="Everything works without a mouse.">
      <div tabIndex={0} aria-label="All keys" role="region" className="min-h-0 columns-2 gap-8 overflow-y-auto max-[700px]:columns-1">
        {GROUPS.map(({ name, keys }) => (
          <section key={name} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 text-sm">{name}</h3>
            <dl>
              {keys.map(([key, words]) => (
                <div key={key} className="flex items-center gap-3 py-0.5">
                  <dt className="w-[108px] shrink-0">
                    <Key>{key}</Key>
                  </dt>
                  <dd>{words}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  )
}
