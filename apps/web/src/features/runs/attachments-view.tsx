import type { AttemptDetail } from '@bobbin/client'
import { FileText, Package } from 'lucide-react'
import { useState } from 'react'
import { useSession } from '../../context/session.js'
import { formatBytes } from '../../lib/format.js'
import { PictureDialog } from './picture-dialog.js'

type Attachment = AttemptDetail['attachments'][number]

/** Pictures, videos and logs of an attempt; those that the report names and nobody delivered are named too. */
export function AttachmentsView({ attachments }: { attachments: Attachment[] }) {
  return attachments.length > 0 && <Shown attachments={attachments} />
}

function Shown({ attachments }: { attachments: Attachment[] }) {
  const [shown, setShown] = useState<number | null>(null)
  const { project } = useSession()
  const address = ({ id }: Attachment) => `/api/projects/${project.slug}/attachments/${id}`
  const pictures = attachments.filter(isPicture)
  const others = attachments.filter((attachment) => attachment.bytes !== null && !isPicture(attachment))
  const missing = attachments.filter(({ bytes }) => bytes === null)
  return (
    <section aria-label="Attachments" className="mt-5">
      <h3 className="mb-1 text-sm">Attachments</h3>
      {pictures.length > 0 && (
        <ul className="mb-2 flex flex-wrap gap-3">
          {pictures.map((picture, i) => (
            <li key={picture.id} className="w-[176px]">
              <button type="button" onClick={() => setShown(i)} className="block w-full text-left">
                <img
                  src={address(picture)}
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
  const Icon = attachment.mediaType === 'text/plain' ? FileText : Package
  return (
    <a href={address} target="_blank" rel="noreferrer" className="flex items-center gap-2 hover:text-dye">
      <Icon size={13} aria-hidden="true" className="shrink-0 text-soft" />
      <span className="min-w-0 flex-1 truncate font-mono" title={attachment.path ?? attachment.name}>
        {attachment.name}
      </span>
      <span className="whitespace-nowrap text-soft">{formatBytes(attachment.bytes ?? 0)}</span>
    </a>
  )
}

const aboutOf = ({ path, bytes }: Attachment) => [path, formatBytes(bytes ?? 0)].filter((part) => part !== null).join(' · ')

const isPicture = ({ bytes, mediaType }: Attachment) => bytes !== null && mediaType?.startsWith('image/') === true
