import type { AttemptDetail } from '@bobbin/client'
import { FileText, Package } from 'lucide-react'
import { useState } from 'react'
import { useSession } from '../../context/session.js'
import { formatBytes } from '../../lib/format.js'
import { ArchiveDialog } from './archive-dialog.js'
import { PictureDialog } from './picture-dialog.js'
import { TextDialog } from './text-dialog.js'

type Attachment = AttemptDetail['attachments'][number]

/** Pictures, videos and logs of an attempt; those that the report names and nobody delivered are named too. */
export function AttachmentsView({ attachments, zip }: AttachmentsViewProps) {
  return attachments.length > 0 && <Shown attachments={attachments} zip={zip} />
}

export interface AttachmentsViewProps {
  attachments: Attachment[]
  /** Address below the project of all of them as one zip. */
  zip: string
}

function Shown({ attachments, zip }: AttachmentsViewProps) {
  const [shown, setShown] = useState<number | null>(null)
  const { project } = useSession()
  const address = ({ id }: Attachment) => `/api/projects/${project.slug}/attachments/${id}`
  const pictures = attachments.filter(isPicture)
  const others = attachments.filter((attachment) => attachment.bytes !== null && !isPicture(attachment))
  const missing = attachments.filter(({ bytes }) => bytes === null)
  return (
    <section aria-label="Attachments" className="mt-5">
      <div className="mb-1 flex items-baseline gap-3">
        <h3 className="text-sm">Attachments</h3>
        {attachments.length - missing.length > 1 && (
          <a href={`/api/projects/${project.slug}/${zip}`} className="link" download>
            All as one zip
          </a>
        )}
      </div>
      {pictures.length > 0 && (
        <ul className="mb-2 flex flex-wrap gap-3">
          {pictures.map((picture, i) => (
            <li key={picture.id} className="w-[176px]">
              <button type="button" onClick={() => setShown(i)} className="block w-full text-left">
                <img
                  src={`${address(picture)}/thumbnail`}
                  // one that can't be made small may still be shown
                  onError={(event) => fallBack(event.currentTarget, address(picture))}
                  alt="" // its name stands below, and is the button's
                  loading="lazy"
                  className="h-[110px] w-full rounded border border-hairline bg-surface object-cover object-top hover:border-dye"
                />
                <span className="block truncate text-xs text-soft" title={picture.path ?? picture.name}>
                  {picture.name}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <ul>
        {others.map((attachment) => (
          <li key={attachment.id} className="border-t border-hairline py-1">
            <Other attachment={attachment} address={address(attachment)} />
          </li>
        ))}
        {missing.map(({ id, name, path }) => (
          <li key={id} className="border-t border-hairline py-1 text-soft">
            <span className="font-mono break-all">{path ?? name}</span> was not delivered with the report
          </li>
        ))}
      </ul>
      <PictureDialog
        pictures={pictures.map((picture) => ({ name: picture.name, address: address(picture), about: aboutOf(picture) }))}
        shown={shown}
        onShow={setShown}
      />
    </section>
  )
}

function Other({ attachment, address }: { attachment: Attachment; address: string }) {
  if (attachment.mediaType?.startsWith('video/')) {
    return (
      <video src={address} controls preload="metadata" className="max-h-[260px] w-full" aria-label={attachment.name}>
        <track kind="captions" />
      </video>
    )
  }
  return <Opened attachment={attachment} address={address} />
}

/** A row that opens: texts and archives here, anything else to be saved. */
function Opened({ attachment, address }: { attachment: Attachment; address: string }) {
  const [open, setOpen] = useState(false)
  const kind = attachment.mediaType === 'text/plain' ? 'text' : ARCHIVES.has(attachment.mediaType ?? '') ? 'archive' : null
  const Icon = kind === 'text' ? FileText : Package
  const row = (
    <>
      <Icon size={13} aria-hidden="true" className="shrink-0 text-soft" />
      <span className="min-w-0 flex-1 truncate font-mono" title={attachment.path ?? attachment.name}>
        {attachment.name}
      </span>
      <span className="whitespace-nowrap text-soft">{formatBytes(attachment.bytes ?? 0)}</span>
    </>
  )
  const shown = { name: attachment.name, about: aboutOf(attachment), address, onClose: () => setOpen(false) }
  if (!kind) {
    return (
      <a href={address} download className={ROW}>
        {row}
      </a>
    )
  }
  return (
    <>
      <button type="button" className={ROW} onClick={() => setOpen(true)}>
        {row}
      </button>
      {open && kind === 'text' && <TextDialog {...shown} />}
      {open && kind === 'archive' && <ArchiveDialog id={attachment.id} {...shown} />}
    </>
  )
}

const ROW = 'flex w-full items-center gap-2 text-left hover:text-dye'
const ARCHIVES = new Set(['application/zip', 'application/gzip'])

function fallBack(image: HTMLImageElement, address: string): void {
  if (!image.src.endsWith(address)) image.src = address
}

const aboutOf = ({ path, bytes }: Attachment) => [path, formatBytes(bytes ?? 0)].filter((part) => part !== null).join(' · ')

const isPicture = ({ bytes, mediaType }: Attachment) => bytes !== null && mediaType?.startsWith('image/') === true
