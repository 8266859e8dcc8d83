import type { AccountKind } from '@bobbin/client'
import { suggestProject } from './suggest-project.js'

export const PERSON_KINDS: Record<AccountKind, string> = {
  engineer: 'test automation engineer',
  tester: 'tester',
  developer: 'developer',
  lead: 'test lead',
}

export function KindField({ value, onChange }: { value: AccountKind; onChange: (kind: AccountKind) => void }) {
  return (
    <label className="flex flex-col gap-1">
      You work as
      <select className="field" value={value} onChange={(event) => onChange(event.target.value as AccountKind)}>
        {Object.entries(PERSON_KINDS).map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </select>
    </label>
  )
}

/** A password that is chosen; the server refuses common ones. */
export function NewPasswordField({ label, value, onChange }: { label: string; value: string; onChange: (password: string) => void }) {
  return (
    <label className="flex flex-col gap-1">
      {label}, at least 10 characters
      <input
        className="field"
        type="password"
        autoComplete="new-password"
        required
        minLength={10}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  )
}

export interface ProjectDraft {
  name: string
  slug: string
  keyPrefix: string
}

/** What a project needs: a name, and from it a short name and a prefix for keys, both of which can be changed. */
export function ProjectFields({ draft, onChange }: { draft: ProjectDraft; onChange: (draft: ProjectDraft) => void }) {
  const rename = (name: string) => {
    const [was, now] = [suggestProject(draft.name), suggestProject(name)]
    // what was typed by hand stays
    onChange({
      name,
      slug: draft.slug === was.slug ? now.slug : draft.slug,
      keyPrefix: draft.keyPrefix === was.keyPrefix ? now.keyPrefix : draft.keyPrefix,
    })
  }
  return (
    <>
      <label className="flex flex-col gap-1">
        Name of the project
        <input className="field" required value={draft.name} onChange={(event) => rename(event.target.value)} />
      </label>
      <label className="flex flex-col gap-1">
        Short name, for addresses
        <input
          className="field font-mono"
          required
          pattern="[a-z0-9\-]{1,40}"
          title="Small letters, digits and dashes"
          value={draft.slug}
          onChange={(event) => onChange({ ...draft, slug: event.target.value })}
        />
      </label>
      <label className="flex flex-col gap-1">
        <span>
          Keys begin with <span className="text-soft">({draft.keyPrefix || 'FERRY'}-101)</span>
        </span>
        <input
          className="field font-mono"
          required
          pattern="[A-Z][A-Z0-9]{1,14}"
          title="2 to 15 capital letters and digits, a letter first"
          value={draft.keyPrefix}
          onChange={(event) => onChange({ ...draft, keyPrefix: event.target.value.toUpperCase() })}
        />
      </label>
    </>
  )
}
