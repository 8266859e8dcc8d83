import { useQuery } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatBytes } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { messageOf } from '../../ui/states.js'

export interface ArchiveDialogProps {
  id: number
  name: string
  about: string
  address: string
  onClose: () => void
}

/** What is in an attached archive, without unpacking it anywhere. */
export function ArchiveDialog({ id, name, about, address, onClose }: ArchiveDialogProps) {
  const { project } = useSession()
  const entries = useQuery({
    queryKey: keyFor('attachment', project.slug, id, 'entries'),
    queryFn: () => api.get('/projects/{project}/attachments/{id}/entries', { path: { project: project.slug, id } }),
    staleTime: Infinity,
  })
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={name} description={about}>
      {entries.isPending && <p className="text-soft">Loading …</p>}
      {entries.error && (
        <p role="alert" className="text-failed">
          {messageOf(entries.error)}
        </p>
      )}
      {entries.data && (
        <>
          <p className="text-soft">{count(entries.data.length, 'file')} in it</p>
          <ul className="border-b border-hairline" aria-label="Files in the archive">
            {entries.data.map((entry, i) => (
              <li key={i} className="flex gap-4 border-t border-hairline py-1">
                <span className="min-w-0 flex-1 font-mono break-all">{entry.name}</span>
                <span className="whitespace-nowrap text-soft">{formatBytes(entry.bytes)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <a href={address} className="link self-start" download>
        Download it
      </a>
    </Dialog>
  )
}
