import type { RoleRow } from '@bobbin/client'

/** The roles of a project, to choose from in a select. */
export function RoleOptions({ roles }: { roles: readonly RoleRow[] }) {
  return roles.map(({ name }) => (
    <option key={name} value={name}>
      {name}
    </option>
  ))
}
