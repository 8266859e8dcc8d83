import { useQuery } from '@tanstack/react-query'
import { api } from '../lib/api.js'
import { count } from '../lib/format.js'
import { useAddress } from '../lib/use-address.js'
import { Menu, MenuCheck } from '../ui/menu.js'
import { lensParams, useLens, type Lens } from '../context/lens.js'
import { useSession } from '../context/session.js'

const CHOICE = 'max-w-[220px] truncate border-b border-dotted border-soft font-semibold hover:border-dye hover:text-dye'

/** The sentence across the top: through what everything on screen is seen, and what that hides. */
export function LensBar() {
  const { project } = useSession()
  const lens = useLens()
  const [, setAddress] = useAddress()
  const options = useQuery({
    queryKey: ['lens', project.slug],
    queryFn: () => api.get('/projects/{project}/lens', { path: { project: project.slug } }),
  })
  const change = (next: Partial<Lens>) => setAddress(lensParams({ ...lens, ...next }))
  const branches = options.data?.branches ?? []
  const environments = options.data?.environments.map((environment) => environment.name) ?? []
  return (
    <header className="flex min-h-[44px] min-w-0 items-center gap-1.5 border-b border-hairline px-5 text-soft">
      <span>Looking at</span>
      <strong className="truncate font-semibold text-ink">{project.name}</strong>
      <span>on</span>
      <Menu
        label="Branch"
        trigger={
          <button type="button" className={`${CHOICE} text-ink`}>
            {lens.branch ?? 'all branches'}
          </button>
        }
      >
        <MenuCheck checked={lens.branch === null} onChange={() => change({ branch: null })}>
          all branches
        </MenuCheck>
        {branches.map(({ name, builds }) => (
          <MenuCheck key={name} checked={lens.branch === name} onChange={() => change({ branch: name })}>
            {name} <span className="ml-auto pl-4 text-soft">{count(builds, 'build')}</span>
          </MenuCheck>
        ))}
      </Menu>
      <span>in</span>
      <Menu
        label="Environments"
        trigger={
          <button type="button" className={`${CHOICE} text-ink`}>
            {environmentWords(lens, environments.length)}
          </button>
        }
      >
        <MenuCheck checked={lens.environments === null} onChange={() => change({ environments: null })}>
          all environments
        </MenuCheck>
        {environments.map((name) => (
          <MenuCheck
            key={name}
            keepOpen
            checked={lens.environments?.includes(name) ?? true}
            onChange={() => change({ environments: toggled(lens, environments, name) })}
          >
            {name}
          </MenuCheck>
        ))}
      </Menu>
      <span className="truncate">{hiddenWords(lens, branches.length, environments.length)}</span>
    </header>
  )
}

function environmentWords(lens: Lens, all: number): string {
  if (!lens.environments) return all === 1 ? '1 environment' : `all ${all || ''} environments`.replace('  ', ' ')
  return lens.environments.length === 1 ? (lens.environments[0] ?? '') : `${lens.environments.length} of ${all} environments`
}

function hiddenWords(lens: Lens, branches: number, environments: number): string {
  const hidden: string[] = []
  if (lens.branch !== null && branches > 1) hidden.push(count(branches - 1, 'branch', 'branches'))
  if (lens.environments && environments > lens.environments.length)
    hidden.push(count(environments - lens.environments.length, 'environment'))
  return hidden.length > 0 ? `· hides ${hidden.join(' and ')}` : ''
}

/** Choosing none or every one is choosing all. */
function toggled(lens: Lens, all: string[], name: string): string[] | null {
  const chosen = lens.environments ?? all
  const next = chosen.includes(name)
    ? chosen.filter((other) => other !== name)
    : all.filter((other) => other === name || chosen.includes(other))
  return next.length === 0 || next.length === all.length ? null : next
}
