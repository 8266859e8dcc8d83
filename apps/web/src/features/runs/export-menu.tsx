import { Download } from 'lucide-react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { Menu, MenuItem } from '../../ui/menu.js'

const FORMATS = [
  { format: 'csv', name: 'CSV, for a spreadsheet' },
  { format: 'junit', name: 'JUnit-style XML' },
  { format: 'ctrf', name: 'CTRF' },
  { format: 'json', name: 'JSON' },
] as const

/** All results of a run as a file. */
export function ExportMenu({ runId }: { runId: number }) {
  const { project } = useSession()
  const download = (format: (typeof FORMATS)[number]['format']) => () =>
    window.location.assign(
      api.address('/projects/{project}/runs/{id}/export', { path: { project: project.slug, id: runId }, query: { format } }),
    )
  return (
    <Menu
      label="Export the results"
      trigger={
        <button type="button" className="flex items-center gap-1.5 whitespace-nowrap text-soft hover:text-ink">
          <Download size={14} aria-hidden="true" /> Export
        </button>
      }
    >
      {FORMATS.map(({ format, name }) => (
        <MenuItem key={format} onSelect={download(format)}>
          {name}
        </MenuItem>
      ))}
    </Menu>
  )
}
