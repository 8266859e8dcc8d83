import { ListFilter } from 'lucide-react'
import { useAddress } from '../../lib/use-address.js'
import { Menu, MenuCheck, MenuSub } from '../../ui/menu.js'
import { INTENTS, intentWords, PRIORITIES, STATES, toggled, type CaseFilter } from './case-address.js'
import { useMembers, useTags } from './queries.js'

const CHIP = 'inline-flex min-h-[24px] items-center gap-1 rounded border border-dye/50 px-2 text-dye hover:border-dye'

/** Filters by what a case is; what is filtered stands beside it, each taken away by a press. */
export function FilterMenu({ filter }: { filter: CaseFilter }) {
  const [, setAddress] = useAddress()
  const members = useMembers()
  const tags = useTags()
  const people = [{ id: 0, name: 'nobody' }, ...(members.data ?? [])]
  const set = (name: 'state' | 'priority' | 'intent' | 'owner', value: string | number) =>
    setAddress({ [name]: toggled(filter[name], value) })
  const chips = [
    ...(filter.only ? [{ words: 'without a script', clear: () => setAddress({ only: null }) }] : []),
    ...(filter.state ?? []).map((state) => ({ words: state, clear: () => set('state', state) })),
    ...(filter.priority ?? []).map((priority) => ({ words: `priority ${priority}`, clear: () => set('priority', priority) })),
    ...(filter.intent ?? []).map((intent) => ({ words: intentWords(intent), clear: () => set('intent', intent) })),
    ...(filter.owner ?? []).map((id) => ({
      words: `owner ${people.find((one) => one.id === id)?.name ?? id}`,
      clear: () => set('owner', id),
    })),
    ...(filter.tag ? [{ words: `tag ${filter.tag}`, clear: () => setAddress({ tag: null }) }] : []),
  ]
  return (
    <>
      <Menu
        label="Filter"
        trigger={
          <button type="button" className="inline-flex min-h-[30px] items-center gap-1.5 text-soft hover:text-ink">
            <ListFilter size={14} /> Filter
          </button>
        }
      >
        <MenuCheck checked={filter.only === 'uncovered'} onChange={(on) => setAddress({ only: on ? 'uncovered' : null })}>
          without a script
        </MenuCheck>
        <MenuSub name="State">
          {STATES.map((state) => (
            <MenuCheck key={state} keepOpen checked={filter.state?.includes(state) ?? false} onChange={() => set('state', state)}>
              {state}
            </MenuCheck>
          ))}
        </MenuSub>
        <MenuSub name="Priority">
          {PRIORITIES.map((words, i) => (
            <MenuCheck key={words} keepOpen checked={filter.priority?.includes(i + 1) ?? false} onChange={() => set('priority', i + 1)}>
              {words}
            </MenuCheck>
          ))}
        </MenuSub>
        <MenuSub name="Automation">
          {INTENTS.map((intent) => (
            <MenuCheck key={intent} keepOpen checked={filter.intent?.includes(intent) ?? false} onChange={() => set('intent', intent)}>
              {intentWords(intent)}
            </MenuCheck>
          ))}
        </MenuSub>
        <MenuSub name="Owner">
          {people.map(({ id, name }) => (
            <MenuCheck key={id} keepOpen checked={filter.owner?.includes(id) ?? false} onChange={() => set('owner', id)}>
              {name}
            </MenuCheck>
          ))}
        </MenuSub>
        <MenuSub name="Tag">
          {(tags.data?.tags ?? []).map(({ name, cases }) => (
            <MenuCheck key={name} checked={filter.tag === name} onChange={(on) => setAddress({ tag: on ? name : null })}>
              {name} <span className="ml-auto pl-4 text-soft">{cases}</span>
            </MenuCheck>
          ))}
        </MenuSub>
      </Menu>
      {chips.map(({ words, clear }) => (
        <button key={words} type="button" title="Remove this filter" onClick={clear} className={CHIP}>
          {words} <span aria-hidden="true">×</span>
        </button>
      ))}
    </>
  )
}
