import type { DraftFile } from '@bobbin/client'
import { X } from 'lucide-react'
import { lazy, Suspense, useState } from 'react'
import { useSession } from '../../context/session.js'
import { formatBytes } from '../../lib/format.js'
import { useManualChanges } from './use-manual.js'
import type { PendingFile } from './use-step-files.js'

const AnnotateDialog = lazy(() => import('./annotate-dialog.js').then(({ AnnotateDialog: one }) => ({ default: one })))

export interface StepFilesProps {
  caseId: number
  files: DraftFile[]
  pending: PendingFile[]
  writes: boolean
  onChanged: () => void
}

export const isPicture = ({ mediaType }: Pick<DraftFile, 'mediaType'>): boolean => mediaType.startsWith('image/')

/** Files of a step: pictures small, with what can be done with them. */
export function StepFiles({ caseId, files, pending, writes, onChanged }: StepFilesProps) {
  const { project } = useSession()
  const { removeFile } = useManualChanges()
  const [marking, setMarking] = useState<DraftFile | null>(null)
  if (files.length + pending.length === 0) return null
  const address = (file: DraftFile) => `/api/projects/${project.slug}/assigned-cases/${caseId}/files/${file.id}`
  return (
    <ul aria-label="Files" className="mt-2 flex flex-wrap gap-2">
      {files.map((file) => (
        <li key={file.id} className="relative rounded border border-hairline bg-surface">
          {isPicture(file) && writes ? (
            <button
              type="button"
              aria-label={`Mark something on ${file.name}`}
              title={`Mark something on ${file.name}`}
              onClick={() => setMarking(file)}
            >
              <img src={address(file)} alt={file.name} className="h-[72px] max-w-[160px] rounded object-cover" />
            </button>
          ) : (
            <a href={address(file)} target="_blank" rel="noreferrer" className="link block px-3 py-2">
              {isPicture(file) ? (
                <img src={address(file)} alt={file.name} className="h-[56px]" />
              ) : (
                `${file.name}, ${formatBytes(file.bytes)}`
              )}
            </a>
          )}
          {writes && (
            <button
              type="button"
              aria-label={`Remove ${file.name}`}
              title={`Remove ${file.name}`}
              className="absolute -top-2 -right-2 rounded-full border border-hairline bg-raised p-0.5 text-soft hover:text-ink"
              onClick={() => removeFile.mutate({ id: caseId, file: file.id })}
            >
              <X size={12} aria-hidden="true" />
            </button>
          )}
        </li>
      ))}
      {pending.map(({ key, file, waits }) => (
        <li key={key} role="status" className="rounded border border-dashed border-hairline px-3 py-2 text-soft">
          {file.name || 'Picture'}, {waits ? 'waits for the server' : 'is sent …'}
        </li>
      ))}
      {marking && (
        <Suspense>
          <AnnotateDialog
            caseId={caseId}
            file={marking}
            address={address(marking)}
            onClose={() => setMarking(null)}
            onChanged={onChanged}
          />
        </Suspense>
      )}
    </ul>
  )
}
