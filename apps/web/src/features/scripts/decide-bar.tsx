import type { ScriptRow, UnknownTests } from '@bobbin/client'
import { X } from 'lucide-react'
import { CanButton, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { useDone } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { useKeys } from '../../lib/use-keys.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { Key, messageOf } from '../../ui/states.js'
import { notify, notifyError } from '../../ui/toast.js'

export interface DecideBarProps {
  /** The picked scripts. */
  scripts: readonly ScriptRow[]
  onDone: () => void
}

/** What can be decided about picked scripts; each choice says how many it acts on: those that have a case are left alone. */
export function DecideBar({ scripts, onDone }: DecideBarProps) {
  const decide = useDecisions(onDone)
  const open = scripts.filter(({ cases }) => cases.length === 0)
  const [aside, waiting] = [open.filter((row) => row.aside), open.filter((row) => !row.aside)]
  const links = useCan('link')
  const make = () => links && open.length > 0 && decide.make(open)
  const put = () => links && (waiting.length > 0 ? decide.aside(waiting) : aside.length > 0 && decide.ask(aside))
  useKeys({ c: () => void make(), s: () => void put() })
  return (
    <div
      role="toolbar"
      aria-label={`${count(scripts.length, 'script')} selected`}
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-dye bg-dye-wash px-5 py-2"
    >
      <strong>{count(scripts.length, 'script')} selected</strong>
      {open.length < scripts.length && (
        <span className="text-soft">
          {scripts.length - open.length} of them {scripts.length - open.length === 1 ? 'has' : 'have'} a case
        </span>
      )}
      <CanButton right="link" disabled={open.length === 0} onClick={() => void make()}>
        Make {open.length === 1 ? 'a case' : `cases for ${open.length}`} <Key>c</Key>
      </CanButton>
      {waiting.length > 0 || aside.length === 0 ? (
        <CanButton right="link" disabled={waiting.length === 0} onClick={() => void put()}>
          Set {waiting.length} aside <Key>s</Key>
        </CanButton>
      ) : (
        <CanButton right="link" onClick={() => void put()}>
          Take {aside.length} back <Key>s</Key>
        </CanButton>
      )}
      <button type="button" onClick={onDone} className="ml-auto inline-flex items-center gap-1 text-soft hover:text-ink">
        <X size={14} /> Clear selection
      </button>
    </div>
  )
}

/** Decisions about scripts, each with the way back. */
function useDecisions(onDone: () => void) {
  const { project } = useSession()
  const refresh = useRefresh()
  const done = useDone()
  const path = { project: project.slug }
  const fail = (error: unknown) => notifyError(messageOf(error))
  const idsOf = (rows: readonly ScriptRow[]) => rows.map(({ id }) => id)
  const send = async (scripts: number[], decision: UnknownTests) => {
    const done = await api.post('/projects/{project}/scripts/decisions', { path, body: { scripts, decision } })
    refresh()
    return done
  }
  const decide = (rows: readonly ScriptRow[], decision: 'aside' | 'ask', words: string) =>
    send(idsOf(rows), decision)
      .then(({ scripts, actId }) => {
        onDone()
        done(`${count(scripts, 'script')} ${words}`, actId)
      })
      .catch(fail)
  return {
    aside: (rows: readonly ScriptRow[]) => decide(rows, 'aside', 'set aside'),
    ask: (rows: readonly ScriptRow[]) => decide(rows, 'ask', 'wait for a case again'),
    make: (rows: readonly ScriptRow[]) =>
      send(idsOf(rows), 'make')
        .then(({ scripts, cases, actId }) => {
          onDone()
          const words = `${count(cases, 'case')} made, in the areas that mirror the folders of ${count(scripts, 'script')}`
          if (cases === 0)
            return notify(scripts > 0 ? `${count(scripts, 'script')} joined the case of their siblings` : 'All of them have a case by now')
          done(words, actId)
        })
        .catch(fail),
  }
}
