import { LogOut, Moon, Search, Sun, SunMoon, type LucideIcon } from 'lucide-react'
import { useQueryClient } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router'
import { useProjectPath } from '../context/project-link.js'
import { SessionProvider, useSession } from '../context/session.js'
import { useMineCount } from '../features/comments/use-comments.js'
import { useOverview } from '../features/mapping/use-mapping.js'
import { api } from '../lib/api.js'
import { formatNumber } from '../lib/format.js'
import { useKeys } from '../lib/use-keys.js'
import { Mark } from '../ui/mark.js'
import { Menu, MenuCheck, MenuItem, MenuRule } from '../ui/menu.js'
import { messageOf } from '../ui/states.js'
import { notifyError, Toasts } from '../ui/toast.js'
import { CommandMenu } from './command-menu.js'
import { COMMAND_KEYS, KeySheet } from './key-sheet.js'
import { LensBar } from './lens-bar.js'
import { useLive } from './live.js'
import { ALL_SECTIONS, FOOT, SECTIONS, type Section } from './sections.js'
import { readTheme, writeTheme, type Theme } from './theme.js'
import { useCommandKey, useGoKeys } from './use-go-keys.js'

export function Shell() {
  return (
    <SessionProvider>
      <Frame />
      <Toasts />
    </SessionProvider>
  )
}

function Frame() {
  const [commands, setCommands] = useState(false)
  const [keys, setKeys] = useState(false)
  const signOut = useSignOut()
  useLive()
  useGoKeys()
  useCommandKey(() => setCommands(true))
  useKeys({ '?': () => setKeys(true) })
  return (
    <>
      <PageTitle />
      <div className="flex h-full">
        <a href="#bench" className="absolute -top-10 left-2 z-40 bg-raised p-2 focus:top-2">
          Skip to the page
        </a>
        <Edge onCommands={() => setCommands(true)} account={<AccountMenu onKeys={() => setKeys(true)} onSignOut={signOut} />} />
        <div className="flex min-w-0 flex-1 flex-col">
          <LensBar />
          <main id="bench" data-bench className="relative flex min-h-0 flex-1">
            <Outlet />
          </main>
        </div>
      </div>
      {commands && <CommandMenu open onOpenChange={setCommands} onKeySheet={() => setKeys(true)} onSignOut={signOut} />}
      <KeySheet open={keys} onOpenChange={setKeys} />
    </>
  )
}

function useSignOut(): () => void {
  const navigate = useNavigate()
  const queries = useQueryClient()
  return () => {
    api
      .delete('/session')
      .then(() => {
        queries.clear()
        return navigate('/sign-in')
      })
      .catch((error: unknown) => notifyError(messageOf(error)))
  }
}

/** The window is called after the section; a page that knows better (a run) says so itself. */
function PageTitle() {
  const { pathname } = useLocation()
  const [, , section = 'brief', id] = pathname.split('/')
  const name =
    section === 'releases'
      ? 'Releases'
      : section === 'report'
        ? 'Report'
        : section === 'tests'
          ? 'One test’s life'
          : id === 'today'
            ? 'Today'
            : id === 'requirements'
              ? 'Requirements'
              : ALL_SECTIONS.find((candidate) => candidate.to === section)?.name
  return id && section === 'runs' ? null : <title>{`${name ?? 'Bobbin'} · Bobbin`}</title>
}

function Edge({ onCommands, account }: { onCommands: () => void; account: ReactNode }) {
  return (
    <nav aria-label="Sections" className="print:hidden flex w-[132px] shrink-0 flex-col border-r border-hairline max-[1100px]:w-[52px]">
      <div className="flex h-[44px] items-center gap-2 px-4 text-base font-bold">
        <Mark />
        <span className="max-[1100px]:sr-only">Bobbin</span>
      </div>
      {SECTIONS.map((group, i) => (
        <ul key={i} className={i === 0 ? '' : 'mt-2 border-t border-hairline pt-2 max-[1100px]:mx-2 min-[1101px]:mx-3'}>
          {group.map((section) => (
            <EdgeLink key={section.to} section={section} inset={i > 0} />
          ))}
        </ul>
      ))}
      <ul className="mt-auto mb-2">
        <li>
          <button
            type="button"
            title={`Find anything (${COMMAND_KEYS})`}
            onClick={onCommands}
            className="flex h-[30px] w-full items-center gap-2.5 px-4 text-soft hover:text-ink max-[1100px]:justify-center max-[1100px]:px-0"
          >
            <Search size={15} strokeWidth={1.8} aria-hidden="true" />
            <span className="max-[1100px]:sr-only">Find</span>
          </button>
        </li>
        {FOOT.map((section) => (
          <EdgeLink key={section.to} section={section} inset={false} />
        ))}
        <li>{account}</li>
      </ul>
    </nav>
  )
}

function EdgeLink({ section: { to, name, icon: Icon, key }, inset }: { section: Section; inset: boolean }) {
  const path = useProjectPath()
  return (
    <li>
      <NavLink
        to={path(to)}
        title={`${name} (g ${key})`}
        className={({ isActive }) =>
          `relative flex h-[30px] items-center gap-2.5 ${inset ? 'px-1 min-[1101px]:-mx-3 min-[1101px]:px-4' : 'px-4'} max-[1100px]:justify-center max-[1100px]:px-0 ${
            isActive
              ? 'font-semibold text-ink before:absolute before:inset-y-0.5 before:left-0 before:w-[3px] before:bg-dye'
              : 'text-soft hover:text-ink'
          }`
        }
      >
        <Icon size={15} strokeWidth={1.8} aria-hidden="true" className="shrink-0" />
        <span className="max-[1100px]:sr-only">{name}</span>
        {to === 'mapping' && <MappingOpen />}
        {to === 'failures' && <Waiting what="untriaged" words="not triaged" tone="text-failed" />}
        {to === 'mine' && <Waiting what="mine" words="for you" tone="text-dye" />}
      </NavLink>
    </li>
  )
}

/** How many scripts of the mapping somebody has to look at. */
function MappingOpen() {
  const { data } = useOverview()
  if (!data) return null
  const { unlinked, broken, stale, reworded, retired, questions } = data.counts
  const open = unlinked + broken + stale + reworded + retired + questions
  return open === 0 ? null : (
    <span className="ml-auto text-xs text-dye tabular-nums max-[1100px]:sr-only">
      {formatNumber(open)}
      <span className="sr-only"> to look at</span>
    </span>
  )
}

/** How much waits: causes that nobody triaged in the newest builds, or what is for who is signed in. */
function Waiting({ what, words, tone }: { what: 'untriaged' | 'mine'; words: string; tone: string }) {
  const { data } = useMineCount()
  const open = !data ? 0 : what === 'untriaged' ? data.untriaged : data.unread + data.failures + data.toDo
  return open === 0 ? null : (
    <span className={`ml-auto text-xs ${tone} tabular-nums max-[1100px]:sr-only`}>
      {formatNumber(open)}
      <span className="sr-only"> {words}</span>
    </span>
  )
}

const THEMES: readonly [Theme, string, LucideIcon][] = [
  ['system', 'match the system', SunMoon],
  ['light', 'light', Sun],
  ['dark', 'dark', Moon],
]

function AccountMenu({ onKeys, onSignOut }: { onKeys: () => void; onSignOut: () => void }) {
  const { me } = useSession()
  const path = useProjectPath()
  const navigate = useNavigate()
  const [theme, setTheme] = useState(readTheme)
  const initials = me.account.name.split(' ').map((word) => word[0]).join('') // prettier-ignore
  return (
    <Menu
      label="Account"
      trigger={
        <button
          type="button"
          title={me.account.name}
          className="flex h-[34px] w-full items-center gap-2 px-3 text-soft hover:text-ink max-[1100px]:justify-center max-[1100px]:px-0"
        >
          <span
            aria-hidden="true"
            className="grid size-[22px] shrink-0 place-items-center rounded-full bg-dye-wash text-[10px] font-semibold text-dye"
          >
            {initials}
          </span>
          <span className="truncate max-[1100px]:sr-only">{me.account.name}</span>
        </button>
      }
    >
      {THEMES.map(([value, words, Icon]) => (
        <MenuCheck
          key={value}
          checked={theme === value}
          onChange={() => {
            writeTheme(value)
            setTheme(value)
          }}
        >
          <Icon size={14} /> Colours {words}
        </MenuCheck>
      ))}
      <MenuRule />
      <MenuItem onSelect={() => void navigate(path('settings/account'))}>
        <span className="w-4" /> Password and sessions
      </MenuItem>
      <MenuItem onSelect={onKeys}>
        <span className="w-4" /> Keyboard shortcuts
      </MenuItem>
      <MenuItem onSelect={onSignOut}>
        <span className="w-4" />
        <LogOut size={14} /> Sign out
      </MenuItem>
    </Menu>
  )
}
