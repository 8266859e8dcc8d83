import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import { keyFor } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { Mark } from '../../ui/mark.js'
import { SearchField } from '../../ui/search-field.js'
import { ErrorState, Loading } from '../../ui/states.js'
import { operationsOf, typeWords, type ApiDocument, type Operation } from './document.js'

/** What the API can do, drawn from its OpenAPI document. */
export function ReferencePage() {
  const document = useQuery({
    queryKey: keyFor('openapi'),
    queryFn: async () => (await (await fetch('/api/openapi.json')).json()) as ApiDocument,
    staleTime: Infinity,
  })
  const [params, setAddress] = useAddress()
  const search = params.get('search') ?? ''
  const groups = useMemo(() => (document.data ? operationsOf(document.data, search) : []), [document.data, search])
  if (document.isPending) return <Loading what="the API’s document" />
  if (document.error) return <ErrorState error={document.error} onRetry={() => void document.refetch()} />
  return (
    <div className="flex h-full">
      <title>API · Bobbin</title>
      <nav aria-label="Parts of the API" className="w-[210px] shrink-0 overflow-y-auto border-r border-hairline py-4" tabIndex={0}>
        <a href="/" className="mb-4 flex items-center gap-2 px-4 text-base font-bold">
          <Mark /> Bobbin
        </a>
        <ul>
          {groups.map(({ tag, operations }) => (
            <li key={tag}>
              <a href={`#${tag}`} className="flex min-h-[28px] items-center px-4 hover:bg-surface">
                {tagWords(tag)} <span className="ml-auto text-soft">{operations.length}</span>
              </a>
            </li>
          ))}
        </ul>
      </nav>
      <main className="min-w-0 flex-1 overflow-y-auto px-8 py-4" tabIndex={0}>
        <div className="max-w-[860px] pb-24">
          <h1 className="text-xl">The API</h1>
          <p className="mt-1 text-base text-soft">{document.data.info.description}</p>
          <p className="mt-1 text-base text-soft">
            Send a token from Settings as <code className="font-mono">Authorization: Bearer …</code>. The whole document:{' '}
            <a className="link" href="/api/openapi.json">
              openapi.json
            </a>
            .
          </p>
          <div className="mt-4">
            <SearchField
              value={search}
              placeholder="Path or words"
              onChange={(value) => setAddress({ search: value }, { replace: true })}
            />
          </div>
          {groups.map(({ tag, operations }) => (
            <section key={tag} id={tag} className="mt-8">
              <h2 className="text-lg">{tagWords(tag)}</h2>
              {operations.map((operation) => (
                <OperationView key={operation.id} operation={operation} document={document.data} />
              ))}
            </section>
          ))}
          {groups.length === 0 && <p className="mt-8 text-soft">No matches in the API.</p>}
        </div>
      </main>
    </div>
  )
}

/** “AssignedCases” as words. */
const tagWords = (tag: string) => tag.replace(/[a-z][A-Z]/g, (pair) => `${pair[0]} ${pair[1]?.toLowerCase()}`)

/** A description, with what stands between backticks as code. */
function Described({ text }: { text: string }) {
  return text.split('`').map((part, i) =>
    i % 2 === 0 ? (
      part
    ) : (
      <code key={i} className="font-mono">
        {part}
      </code>
    ),
  )
}

function OperationView({ operation, document }: { operation: Operation; document: ApiDocument }) {
  const { id, method, path, summary, description, who, parameters, body, answer } = operation
  // a link to it opens it; what is closed is not drawn, since there are hundreds
  const { hash } = useLocation()
  const isLinked = hash === `#${id}`
  const [toggled, setToggled] = useState<boolean | null>(null)
  const isOpen = toggled ?? isLinked
  const own = useRef<HTMLDetailsElement>(null)
  useEffect(() => {
    if (isLinked) own.current?.scrollIntoView()
  }, [isLinked])
  return (
    <details
      ref={own}
      id={id}
      open={isOpen}
      onToggle={(event) => setToggled(event.currentTarget.open)}
      className="border-t border-hairline py-2"
    >
      <summary className="flex cursor-pointer items-baseline gap-3">
        <span className="w-[56px] shrink-0 font-mono font-semibold text-dye">{method}</span>
        <span className="min-w-0 shrink-0 font-mono">{path}</span>
        <span className="ml-auto truncate text-soft">{summary}</span>
      </summary>
      {isOpen && (
        <div className="mt-2 ml-[68px] flex flex-col gap-2">
          {description && (
            <p>
              <Described text={description} />
            </p>
          )}
          <p className="text-soft">{who}</p>
          {parameters.length > 0 && (
            <table className="w-full text-left">
              <thead className="text-soft">
                <tr>
                  <th className="w-[150px] font-normal">Parameter</th>
                  <th className="w-[220px] font-normal">Type</th>
                  <th className="font-normal">Meaning</th>
                </tr>
              </thead>
              <tbody>
                {parameters.map((parameter) => (
                  <tr key={parameter.name} className="align-top">
                    <td className="font-mono">
                      {parameter.name}
                      {parameter.required && <span title="required"> *</span>}
                    </td>
                    <td className="pr-3 font-mono text-soft">{typeWords(parameter.schema)}</td>
                    <td>
                      <Described text={parameter.description ?? (parameter.in === 'path' ? 'in the path' : '')} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {body && <Shape name="Takes" type={body} document={document} />}
          <Shape name="Answers" type={answer} document={document} />
        </div>
      )}
    </details>
  )
}

function Shape({ name, type, document }: { name: string; type: string; document: ApiDocument }) {
  const schema = document.components.schemas[type.replace(/\[\]$/, '')]
  return (
    <div>
      <span className="text-soft">{name}</span> <span className="font-mono">{type}</span>
      {schema?.properties && (
        <dl className="mt-1 ml-4">
          {Object.entries(schema.properties).map(([field, property]) => (
            <div key={field} className="flex gap-3">
              <dt className="w-[150px] shrink-0 font-mono">
                {field}
                {schema.required?.includes(field) ? '' : '?'}
              </dt>
              <dd className="min-w-0">
                <span className="font-mono text-soft">{typeWords(property)}</span>
                {property.description && <Described text={` ${property.description}`} />}
              </dd>
            </div>
          ))}
        </dl>
      )}
    </div>
  )
}
