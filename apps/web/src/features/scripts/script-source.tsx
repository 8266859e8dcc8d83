import { visibleText } from '@bobbin/core'
import type { ScriptDetail } from '@bobbin/client'
import { useAddress } from '../../lib/use-address.js'
import { count } from '../../lib/format.js'
import { CodeText } from '../../ui/code-text.js'
import { Time } from '../../ui/time.js'
import { OtherNames } from './other-names.js'

/** Where a script stands in the code, what happened to it there, and the code where it was sent. */
export function ScriptSourcePart({ script }: { script: ScriptDetail }) {
  const { source, head, variants, aliases } = script
  const [, setAddress] = useAddress()
  if (!source)
    return (
      <section className="mt-6">
        <h3 className="text-sm">In the code</h3>
        <p className="text-soft">No scan has found it: it is known by its results alone.</p>
        {aliases.length > 0 && <OtherNames script={script} />}
      </section>
    )
  const facts = [
    source.goneAt && (
      <>
        gone since the scan of <Time iso={source.goneAt} />
      </>
    ),
    source.skipped && (source.skipped === 'todo' ? 'to be written' : 'skipped in the code'),
    source.bodyChangedAt && (
      <>
        code changed <Time iso={source.bodyChangedAt} />
      </>
    ),
    source.movedAt && source.was !== null && (
      <>
        was {visibleText(source.was)} until <Time iso={source.movedAt} />
      </>
    ),
    <>
      first seen <Time iso={source.firstSeenAt} />, last <Time iso={source.lastSeenAt} />
      {source.commit && <span className="font-mono"> at {source.commit.slice(0, 10)}</span>}
    </>,
  ].filter(Boolean)
  return (
    <section className="mt-6">
      <h3 className="text-sm">In the code</h3>
      <p className="font-mono break-all text-soft">
        {visibleText(source.tree)}: {visibleText(source.file)}:{source.line}
      </p>
      <ul className="text-soft">
        {facts.map((fact, place) => (
          <li key={place}>{fact}</li>
        ))}
      </ul>
      {source.tags.length > 0 && <p className="mt-1">{source.tags.map((tag) => `@${tag}`).join(' ')}</p>}
      {head && (
        <p className="mt-1">
          A row or profile of{' '}
          <button type="button" className="link" onClick={() => setAddress({ script: String(head.id) })}>
            {visibleText(head.name)}
          </button>
          ; links and keys hold for all of them.
        </p>
      )}
      {variants.length > 0 && (
        <details className="mt-1">
          <summary className="cursor-pointer">{count(variants.length, 'row or profile', 'rows and profiles')}</summary>
          <ul className="mt-1 pl-4">
            {variants.map((one) => (
              <li key={one.id} className="truncate">
                <button type="button" className="link" onClick={() => setAddress({ script: String(one.id) })}>
                  {visibleText(one.name)}
                </button>
                {one.profile && <span className="text-soft"> · {one.profile}</span>}
              </li>
            ))}
          </ul>
        </details>
      )}
      {aliases.length > 0 && <OtherNames script={script} />}
      {source.code !== null && <CodeText text={source.code} file={source.file} firstLine={source.line} />}
    </section>
  )
}
