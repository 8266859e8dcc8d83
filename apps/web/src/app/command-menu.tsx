import { useQuery } from '@tanstack/react-query'
import { Command, defaultFilter } from 'cmdk'
import { useDeferredValue, useState, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { useProjectPath } from '../context/project-link.js'
import { type Lens, SPANS, useLensChange } from '../context/lens.js'
import { useSession } from '../context/session.js'
import { api } from '../lib/api.js'
import { keyFor } from '../lib/query-keys.js'
import { useAddress } from '../lib/use-address.js'
import { ALL_SECTIONS } from './sections.js'
import { writeTheme, type Theme } from './theme.js'

export interface CommandMenuProps {
  open: boolean
  onOpenChange: (open: boolean) => void
  onKeySheet: () => void
  onSignOut: () => void
}

const MOST = 8

/**
 * Where found rows stand among the commands: below a command whose words were typed, above one that
 * merely shares letters with them. The server matched them, so they are never filtered again.
 */
const FOUND_SCORE: Record<string, number> = { case: 0.6, script: 0.5, run: 0.4 }

const scoreOf = (value: string, search: string, keywords?: string[]) =>
  FOUND_SCORE[/^found (\w+)/.exec(value)?.[1] ?? ''] ?? defaultFilter(value, search, keywords)

/** Everything by its name: sections, cases, scripts, runs, the lens, the colours. */
export function CommandMenu({ open, onOpenChange, ...props }: CommandMenuProps) {
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpenChange}
      label="Commands"
      filter={scoreOf}
      loop
      overlayClassName="fixed inset-0 z-20 bg-black/35"
      contentClassName="fixed top-[14vh] left-1/2 z-30 w-[min(620px,92vw)] -translate-x-1/2 overflow-hidden rounded border border-hairline bg-raised shadow-xl"
    >
      <Commands {...props} close={() => onOpenChange(false)} />
    </Command.Dialog>
  )
}

function Commands({ close, onKeySheet, onSignOut }: Pick<CommandMenuProps, 'onKeySheet' | 'onSignOut'> & { close: () => void }) {
  const [text, setText] = useState('')
  const navigate = useNavigate()
  const path = useProjectPath()
  const found = useFound(useDeferredValue(text.trim()))
  const go = (to: string) => () => {
    close()
    void navigate(path(to))
  }
  const act = (what: () => void) => () => {
    close()
    what()
  }
  return (
    <>
      <Command.Input
        value={text}
        onValueChange={setText}
        placeholder="A command, or a case, script or build"
        className="w-full border-b border-hairline bg-transparent px-4 py-3 text-base outline-none"
      />
      <Command.List className="max-h-[52vh] overflow-y-auto p-1.5">
        <Command.Empty className="px-3 py-4 text-soft">{found.empty}</Command.Empty>
        <Group heading="Go to">
          {ALL_SECTIONS.map(({ to, name, icon: Icon, key }) => (
            <Item key={to} onSelect={go(to)} hint={`g ${key}`}>
              <Icon size={14} aria-hidden="true" /> {name}
            </Item>
          ))}
          <Item onSelect={go('cases/requirements')}>Requirements</Item>
          <Item onSelect={go('plans/today')}>Today</Item>
          <Item onSelect={go('releases')}>Releases</Item>
          <Item onSelect={go('settings/tokens')}>Tokens for pipelines</Item>
          <Item onSelect={act(() => void navigate('/reference'))}>The API, described</Item>
        </Group>
        {found.cases.length > 0 && (
          <Group heading="Cases">
            {found.cases.map((row) => (
              <Item key={row.key} value={`found case ${row.key}`} onSelect={go(`cases?case=${row.key}`)} hint={row.area ?? ''}>
                <span className="font-mono text-dye">{row.key}</span> <span className="truncate">{row.title}</span>
              </Item>
            ))}
          </Group>
        )}
        {found.scripts.length > 0 && (
          <Group heading="Scripts">
            {found.scripts.map((row) => (
              <Item
                key={row.id}
                value={`found script ${row.id}`}
                onSelect={go(`scripts?script=${row.id}&search=${encodeURIComponent(row.name)}`)}
                hint={row.file ?? row.classname ?? ''}
              >
                <span className="truncate">{row.name}</span>
              </Item>
            ))}
          </Group>
        )}
        {found.runs.length > 0 && (
          <Group heading="Runs">
            {found.runs.map((run) => (
              <Item key={run.id} value={`found run ${run.id}`} onSelect={go(`runs/${run.id}`)} hint={run.lane.environment}>
                Build {run.build} of {run.lane.pipeline}
              </Item>
            ))}
          </Group>
        )}
        <Group heading="Do">
          <Item onSelect={go('cases?do=paste')}>New cases from lines</Item>
          <Item onSelect={go('cases?do=import')}>Import cases from a table</Item>
          <Item onSelect={go('intake')}>Deliver result files</Item>
          <Item onSelect={act(onKeySheet)} hint="?">
            Show keyboard shortcuts
          </Item>
          {(['light', 'dark', 'system'] as Theme[]).map((theme) => (
            <Item key={theme} onSelect={act(() => writeTheme(theme))}>
              Colours {theme === 'system' ? 'match the system' : theme}
            </Item>
          ))}
          <Item onSelect={act(onSignOut)}>Sign out</Item>
        </Group>
        <LensCommands close={close} />
      </Command.List>
    </>
  )
}

function LensCommands({ close }: { close: () => void }) {
  const { project, me } = useSession()
  const [, changed] = useLensChange()
  const [, setAddress] = useAddress()
  const navigate = useNavigate()
  const options = useQuery({
    queryKey: keyFor('lens', project.slug),
    queryFn: () => api.get('/projects/{project}/lens', { path: { project: project.slug } }),
  })
  const change = (next: Partial<Lens>) => () => {
    setAddress(changed(next))
    close()
  }
  return (
    <Group heading="Look at">
      {options.data?.branches.map(({ name }) => (
        <Item key={name} onSelect={change({ branch: name })}>
          Branch {name}
        </Item>
      ))}
      <Item onSelect={change({ branch: null })}>All branches</Item>
      {options.data?.environments.map(({ name }) => (
        <Item key={name} onSelect={change({ environments: [name] })}>
          Environment {name}
        </Item>
      ))}
      <Item onSelect={change({ environments: null })}>All environments</Item>
      {SPANS.map((span) => (
        <Item key={span} onSelect={change({ span })}>
          The last {span} builds
        </Item>
      ))}
      {me.projects
        .filter(({ slug }) => slug !== project.slug)
        .map(({ slug, name }) => (
          <Item
            key={slug}
            onSelect={() => {
              close()
              void navigate(`/${slug}/brief`)
            }}
          >
            Project {name}
          </Item>
        ))}
    </Group>
  )
}

function Group({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2.5 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-soft"
    >
      {children}
    </Command.Group>
  )
}

interface ItemProps {
  onSelect: () => void
  children: ReactNode
  value?: string
  hint?: string
}

function Item({ onSelect, children, value, hint }: ItemProps) {
  return (
    <Command.Item
      {...(value !== undefined && { value })}
      onSelect={onSelect}
      className="flex min-h-[30px] cursor-default items-center gap-2 rounded-[3px] px-2.5 data-[selected=true]:bg-dye-wash"
    >
      <span className="flex min-w-0 flex-1 items-center gap-2">{children}</span>
      {hint && <span className="max-w-[40%] shrink-0 truncate text-soft">{hint}</span>}
    </Command.Item>
  )
}

/** Cases, scripts and newest runs that the words name. All come at once: what Enter opens does not depend on which answer was faster. */
function useFound(search: string) {
  const { project } = useSession()
  const enabled = search.length > 1
  const path = { project: project.slug }
  const query = { search, limit: MOST }
  const named = useQuery({
    queryKey: keyFor('cases', project.slug, 'or scripts', query),
    queryFn: async ({ signal }) => {
      const [cases, scripts] = await Promise.all([
        api.get('/projects/{project}/cases', { path, query, signal }),
        api.get('/projects/{project}/scripts', { path, query, signal }),
      ])
      return { cases: cases.rows, scripts: scripts.rows }
    },
    enabled,
  })
  const runs = useQuery({
    queryKey: keyFor('runs', project.slug, { span: 30 }),
    queryFn: ({ signal }) => api.get('/projects/{project}/runs', { path, query: { span: 30 }, signal }),
  })
  const isNamed = (build: string) => build.includes(search.toLowerCase())
  return {
    empty: !enabled || named.isSuccess ? 'No matches.' : named.isError ? 'The search did not answer.' : 'Searching…',
    cases: (enabled && named.data?.cases) || [],
    scripts: (enabled && named.data?.scripts) || [],
    runs:
      enabled && named.data
        ? (runs.data?.rows ?? []).filter((run) => isNamed(`build ${run.build} ${run.lane.pipeline}`)).slice(0, MOST)
        : [],
  }
}
