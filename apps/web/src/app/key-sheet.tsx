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
      ['?', 'Show keyboard shortcuts'],
      ['/', 'Search the list'],
      ...ALL_SECTIONS.map((section) => [`g ${section.key}`, `Go to ${section.name}`] as const),
    ],
  },
  {
    name: 'In a list',
    keys: [
      ['↓ or j', 'Next row'],
      ['↑ or k', 'Previous row'],
      ['Home, End', 'First row, last row'],
      ['Page ↓, Page ↑', 'Down or up 15 rows'],
      ['Enter', 'Open'],
    ],
  },
  {
    name: 'In the inspector',
    keys: [
      ['f', 'Toggle full width'],
      ['Esc', 'Close'],
      ['← →', 'Resize, with the handle focused'],
    ],
  },
  {
    name: 'Cases',
    keys: [
      ['n', 'New cases from lines'],
      ['i', 'Import a table'],
      ['x', 'Select or deselect'],
      ['Shift ↓ ↑', 'Select a range'],
      ['Ctrl A', 'Select all in the list'],
      ['m', 'Move to an area'],
      ['Delete', 'Delete (can be undone)'],
      ['Ctrl S', 'Save'],
      ['Alt ↑ ↓', 'Move the current step'],
    ],
  },
  {
    name: 'Requirements',
    keys: [
      ['n', 'New requirement'],
      ['p', 'Paste a list'],
      ['t', 'Tie cases'],
      ['e', 'Change it'],
      ['Enter', 'Open the case'],
    ],
  },
  {
    name: 'A case done by hand',
    keys: [
      ['p', 'Pass the step and go on'],
      ['P', 'Pass the steps that are left'],
      ['f, e, s', 'Fail the step, mark it as errored, skip it'],
      ['F, E, S', 'The same for the case as a whole'],
      ['Backspace', 'Undo the newest verdict'],
      ['a', 'Write the actual result'],
      ['d', 'Report a defect from the step'],
      ['t', 'Pause or resume the timer'],
      ['Enter', 'Finish the case'],
      ['n', 'Open the next case'],
    ],
  },
  {
    name: 'Mapping',
    keys: [
      ['y', 'Accept the suggested case'],
      ['n', 'Reject it'],
      ['e', 'Link another case'],
      ['u', 'Undo the last decision'],
      ['A', 'Review all sure suggestions'],
    ],
  },
  {
    name: 'Suites, plans',
    keys: [
      ['n', 'New suite or plan'],
      ['a', 'Add cases to the suite'],
      ['Alt ↑ ↓', 'Move the case in its suite'],
      ['Delete', 'Take the case out of the suite'],
      ['u', 'Update the snapshot'],
      ['p', 'Plan the suite'],
      ['r', 'Run the plan now'],
      ['t', 'Trial run, outside the record'],
      ['Space, e', 'In the grid: switch a cell, set it'],
    ],
  },
  {
    name: 'Builds, weave, boards',
    keys: [
      ['c', 'Compare a build with the one before'],
      ['s', 'Swap the compared sides'],
      ['← ↑ ↓ →', 'Move in the weave; with Shift mark a part'],
      ['+ −', 'Zoom the weave'],
      ['o', 'Next order of its rows'],
      ['a', 'All tests, or those that did not always pass'],
      ['v', 'Drawn, or as a table'],
      ['Enter', 'Open the marked result'],
      ['← →', 'Day by day: choose another day; with Shift several'],
      ['5, a, q', 'Flaky tests: mark as flaky, assign, quarantine'],
      ['n, e', 'New board, arrange the board'],
    ],
  },
  {
    name: 'Failures',
    keys: [
      ['n', 'Next cause that is not triaged'],
      ['1 to 6', 'Decide: product, script, environment, data, flaky, unknown'],
      ['d', 'Report a defect'],
      ['l', 'Link a defect'],
      ['m', 'Mute until a date, a build or the defect’s closing'],
      ['q', 'Quarantine its tests'],
      ['a', 'Assign'],
      ['t', 'Take it yourself'],
      ['r', 'Run its tests again'],
      ['s', 'Resolve, or reopen'],
      ['c', 'Comment'],
      ['u', 'Undo the last decision'],
      ['x, w', 'Select causes, merge them'],
      ['y', 'Copy a link to exactly this'],
    ],
  },
  {
    name: 'A run, scripts',
    keys: [
      ['[ and ]', 'Previous or next build'],
      ['l', 'Link to a case'],
      ['p', 'Keep a run’s details permanently, or stop'],
      ['x', 'Select a script'],
      ['c', 'Create cases for the selected scripts'],
      ['s', 'Set the selected scripts aside, or undo that'],
      ['c', 'Copy message and stack'],
      ['s', 'Attempts side by side (toggle)'],
      ['o', 'Message and stack full screen'],
      ['← →', 'In an image: previous, next'],
      ['z', 'In an image: actual size (toggle)'],
      ['c', 'In an image: compare two'],
      ['u', 'Show what is unchanged'],
    ],
  },
]

/** Every key there is, by where it works. */
export function KeySheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Keyboard shortcuts" description="Everything works without a mouse.">
      <div tabIndex={0} aria-label="All shortcuts" role="region" className="min-h-0 columns-2 gap-8 overflow-y-auto max-[700px]:columns-1">
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
