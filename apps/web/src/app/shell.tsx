import { AlignLeft, Code2, Download, FileText, LogOut, Moon, Play, Sun, SunMoon, type LucideIcon } from 'lucide-react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router'
import { api } from '../lib/api.js'
import { Mark } from '../ui/mark.js'
import { Menu, MenuCheck, MenuItem } from '../ui/menu.js'
import { messageOf } from '../ui/states.js'
import { notifyError, Toasts } from '../ui/toast.js'
import { LensBar } from './lens-bar.js'
import { useProjectPath } from '../context/project-link.js'
import { SessionProvider, useSession } from '../context/session.js'
import { readTheme, writeTheme, type Theme } from './theme.js'

interface Section {
  to: string
  name: string
  icon: LucideIcon
}

/** The sections that are there, in the order of work; a gap between groups. */
const SECTIONS: readonly (readonly Section[])[] = [
  [{ to: 'brief', name: 'Brief', icon: AlignLeft }],
  [
    { to: 'cases', name: 'Cases', icon: FileText },
    { to: 'scripts', name: 'Scripts', icon: Code2 },
  ],
  [{ to: 'runs', name: 'Runs', icon: Play }],
]

const INTAKE: Section = { to: 'intake', name: 'Intake', icon: Download }

export function Shell() {
  return (
    <SessionProvider>
      <PageTitle />
      <div className="flex h-full">
        <a href="#bench" className="absolute -top-10 left-2 z-40 bg-raised p-2 focus:top-2">
          Skip to the page
        </a>
        <Edge />
        <div className="flex min-w-0 flex-1 flex-col">
          <LensBar />
          <main id="bench" data-bench className="relative flex min-h-0 flex-1">
            <Outlet />
          </main>
        </div>
      </div>
      <Toasts />
    </SessionProvider>
  )
}

/** The window is called after the section; a page that knows better (a run) says so itself. */
function PageTitle() {
  const { pathname } = useLocation()
  const [, , section = 'brief', id] = pathname.split('/')
  const name = [...SECTIONS.flat(), INTAKE].find((candidate) => candidate.to === section)?.name
  return id ? null : <title>{`${name ?? 'Bobbin'} · Bobbin`}</title>
}

function Edge() {
  return (
    <nav aria-label="Sections" className="flex w-[132px] shrink-0 flex-col border-r border-hairline max-[1100px]:w-[52px]">
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
        <EdgeLink section={INTAKE} inset={false} />
        <li>
          <AccountMenu />
        </li>
      </ul>
    </nav>
  )
}

function EdgeLink({ section: { to, name, icon: Icon }, inset }: { section: Section; inset: boolean }) {
  const path = useProjectPath()
  return (
    <li>
      <NavLink
        to={path(to)}
        title={name}
        className={({ isActive }) =>
          `relative flex h-[30px] items-center gap-2.5 ${inset ? 'px-1 min-[1101px]:-mx-3 min-[1101px]:px-4' : 'px-4'} max-[1100px]:justify-center max-[1100px]:px-0 ${
            isActive
              ? 'font-semibold text-ink before:absolute before:inset-y-0.5 before:left-0 before:w-[3px] before:bg-dye'
              : 'text-soft hover:text-ink'
          }`
        }
      >
        <Icon size={15} strokeWidth={1.8} aria-hidden="true" />
        <span className="max-[1100px]:sr-only">{name}</span>
      </NavLink>
    </li>
  )
}

const THEMES: readonly [Theme, string, LucideIcon][] = [
  ['system', 'as the system', SunMoon],
  ['light', 'light', Sun],
  ['dark', 'dark', Moon],
]

function AccountMenu() {
  const { me } = useSession()
  const [theme, setTheme] = useState(readTheme)
  const navigate = useNavigate()
  const queries = useQueryClient()
  const signOut = async () => {
    await api.delete('/session')
    queries.clear()
    await navigate('/sign-in')
  }
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
      <MenuItem onSelect={() => void signOut().catch((error: unknown) => notifyError(messageOf(error)))}>
        <span className="w-4" />
        <LogOut size={14} /> Sign out
      </MenuItem>
    </Menu>
  )
}
