import { keepPreviousData, useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { useProjectPath } from '../context/project-link.js'
import { lensQuery, SPANS, useLensChange, type Lens } from '../context/lens.js'
import { useSession } from '../context/session.js'
import { api } from '../lib/api.js'
import { count } from '../lib/format.js'
import { keyFor } from '../lib/query-keys.js'
import { useAddress } from '../lib/use-address.js'
import { Menu, MenuCheck, MenuItem, MenuRule } from '../ui/menu.js'
import { hiddenWords, toggledEnvironments } from './lens-words.js'

/** The sentence across the top: through what everything on screen is seen, and what that hides. */
export function LensBar() {
  const { project } = useSession()
  const [lens, changed] = useLensChange()
  const [, setAddress] = useAddress()
  const options = useQuery({
    queryKey: keyFor('lens', project.slug, lensQuery(lens)),
    queryFn: () => api.get('/projects/{project}/lens', { path: { project: project.slug }, query: lensQuery(lens) }),
    placeholderData: keepPreviousData,
  })
  const change = (next: Partial<Lens>) => setAddress(changed(next))
  const branches = options.data?.branches ?? []
  const environments = options.data?.environments ?? []
  const names = environments.map((environment) => environment.name)
  return (
    <header className="flex min-h-[44px] min-w-0 items-center gap-1.5 border-b border-hairline px-5 text-soft">
      <span>Looking at</span>
      <ProjectMenu />
      <span>on</span>
      <LensMenu label="Branch" words={lens.branch ?? 'all branches'}>
        <MenuCheck checked={lens.branch === null} onChange={() => change({ branch: null })}>
          all branches
        </MenuCheck>
        {branches.map(({ name, builds }) => (
          <MenuCheck key={name} checked={lens.branch === name} onChange={() => change({ branch: name })}>
            {name} <span className="ml-auto pl-4 text-soft">{count(builds, 'build')}</span>
          </MenuCheck>
        ))}
      </LensMenu>
      <span>in</span>
      <LensMenu label="Environments" words={environmentWords(lens, names.length)}>
        <MenuCheck checked={lens.environments === null} onChange={() => change({ environments: null })}>
          all environments
        </MenuCheck>
        {environments.map((environment) => (
          <MenuCheck
            key={environment.name}
            keepOpen
            checked={lens.environments?.includes(environment.name) ?? true}
            onChange={() => change({ environments: toggledEnvironments(lens, names, environment.name) })}
          >
            {environment.name}
            {environment.protected && <span className="ml-auto pl-4 text-soft">protected</span>}
          </MenuCheck>
        ))}
      </LensMenu>
      {(options.data?.profiles.length ?? 0) > 0 && (
        <>
          <span>on</span>
          <LensMenu label="Profile" words={lens.profile ?? 'all profiles'}>
            <MenuCheck checked={lens.profile === null} onChange={() => change({ profile: null })}>
              all profiles
            </MenuCheck>
            {options.data?.profiles.map(({ name }) => (
              <MenuCheck key={name} checked={lens.profile === name} onChange={() => change({ profile: name })}>
                {name}
              </MenuCheck>
            ))}
          </LensMenu>
        </>
      )}
      {(options.data?.releases.length ?? 0) > 0 && (
        <>
          <span>for</span>
          <LensMenu label="Release" words={lens.release ?? 'any release'}>
            <MenuCheck checked={lens.release === null} onChange={() => change({ release: null })}>
              any release
            </MenuCheck>
            {options.data?.releases.map(({ name }) => (
              <MenuCheck key={name} checked={lens.release === name} onChange={() => change({ release: name })}>
                {name}
              </MenuCheck>
            ))}
          </LensMenu>
        </>
      )}
      <span className="max-[1120px]:hidden">over the</span>
      <LensMenu label="Builds" words={`last ${lens.span} builds`}>
        {SPANS.map((span) => (
          <MenuCheck key={span} checked={lens.span === span} onChange={() => change({ span })}>
            {span} builds of each pipeline
          </MenuCheck>
        ))}
      </LensMenu>
      {lens.trial && (
        <button type="button" className="font-semibold text-errored" title="Back to the record" onClick={() => change({ trial: false })}>
          trial runs only ✕
        </button>
      )}
      <span className="truncate">{hiddenWords(lens, options.data ?? null)}</span>
    </header>
  )
}

interface LensMenuProps {
  label: string
  words: string
  children: ReactNode
}

function LensMenu({ label, words, children }: LensMenuProps) {
  return (
    <Menu
      label={label}
      trigger={
        <button
          type="button"
          title={words}
          className="max-w-[220px] truncate border-b border-dotted border-soft font-semibold whitespace-nowrap text-ink hover:border-dye hover:text-dye"
        >
          {words}
        </button>
      }
    >
      {children}
    </Menu>
  )
}

function ProjectMenu() {
  const { me, project } = useSession()
  const navigate = useNavigate()
  const path = useProjectPath()
  return (
    <LensMenu label="Project" words={project.name}>
      {me.projects.map(({ slug, name }) => (
        <MenuCheck key={slug} checked={slug === project.slug} onChange={() => void navigate(`/${slug}/brief`)}>
          {name}
        </MenuCheck>
      ))}
      <MenuRule />
      <MenuItem onSelect={() => void navigate(path('settings/project?new=1'))}>New project …</MenuItem>
    </LensMenu>
  )
}

function environmentWords(lens: Lens, all: number): string {
  if (!lens.environments) return all === 1 ? '1 environment' : `all ${all || ''} environments`.replace('  ', ' ')
  return lens.environments.length === 1 ? (lens.environments[0] ?? '') : `${lens.environments.length} of ${all} environments`
}
