import { visibleText } from '@bobbin/core'
import type { CaseScript } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { CodeText } from '../../ui/code-text.js'
import { Inspector } from '../../ui/inspector.js'
import { ErrorState, Loading } from '../../ui/states.js'
import { ActHistory } from '../audit/act-history.js'
import { LaneHistory } from '../history/lane-history.js'
import { NewestResult } from '../runs/newest-result.js'
import { AssignDialog } from '../manual/assign-dialog.js'
import { Comments } from '../comments/comments.js'
import { CaseRequirements } from '../requirements/case-requirements.js'
import { StepComments } from '../comments/comments-button.js'
import { CaseForm } from './case-form.js'

/** A case: what it says, edited in place, and the life of all its scripts. */
export function CaseInspector({ caseKey, onClose, onDelete }: { caseKey: string; onClose: () => void; onDelete: () => void }) {
  const { project } = useSession()
  const organizes = useCan('organize')
  const path = { project: project.slug, key: caseKey }
  const found = useQuery({
    queryKey: keyFor('case', project.slug, caseKey),
    queryFn: ({ signal }) => api.get('/projects/{project}/cases/{key}', { path, signal }),
  })
  const scripts = useQuery({
    queryKey: keyFor('case-scripts', project.slug, caseKey),
    queryFn: ({ signal }) => api.get('/projects/{project}/cases/{key}/scripts', { path, signal }),
  })
  return (
    <Inspector
      label="Case"
      onClose={onClose}
      footer={
        organizes && (
          <button type="button" onClick={onDelete} className="text-soft hover:text-failed">
            Delete this case
          </button>
        )
      }
    >
      {found.isPending && <Loading what="the case" />}
      {found.error && <ErrorState error={found.error} onRetry={() => void found.refetch()} />}
      {found.data && <CaseForm found={found.data} />}
      {found.data && <CaseRequirements caseKey={caseKey} />}
      {found.data && <ToPeople caseKey={caseKey} title={found.data.title} />}
      {found.data && (
        <section className="mt-7">
          <h3 className="mb-1 text-sm">Scripts and their last builds</h3>
          {scripts.error && <ErrorState error={scripts.error} onRetry={() => void scripts.refetch()} />}
          {scripts.data?.length === 0 && (
            <p className="text-soft">
              No script verifies this case yet. A test that declares <span className="font-mono">{caseKey}</span> links itself when its
              results come in; others are linked on the <ProjectLink to="scripts?only=unlinked">Scripts</ProjectLink> page.
            </p>
          )}
          {scripts.data?.map((row) => (
            <ScriptOfCase key={row.script.id} row={row} />
          ))}
        </section>
      )}
      {found.data && (
        <>
          <StepComments caseId={found.data.id} caseKey={caseKey} steps={found.data.steps.length} />
          <Comments kind="case" subject={String(found.data.id)} />
        </>
      )}
      {found.data && <ActHistory kind="case" id={found.data.id} />}
    </Inspector>
  )
}

/** The case to be done by hand, by one or several people. */
function ToPeople({ caseKey, title }: { caseKey: string; title: string }) {
  const [open, setOpen] = useState(false)
  return (
    <div className="mt-4">
      <CanButton right="run" onClick={() => setOpen(true)}>
        Assign …
      </CanButton>
      {open && <AssignDialog keys={[caseKey]} name={title} onClose={() => setOpen(false)} />}
    </div>
  )
}

function ScriptOfCase({ row: { script, link, histories } }: { row: CaseScript }) {
  return (
    <div className="border-t border-hairline py-3">
      <p className="flex gap-3">
        <ProjectLink to={`scripts?script=${script.id}`} className="link min-w-0 truncate">
          {visibleText(script.name)}
        </ProjectLink>
        <span className="ml-auto shrink-0 text-soft">
          {script.framework === 'manual'
            ? `done by hand${script.profile ? ` on ${script.profile}` : ''}`
            : link.origin === 'manual'
              ? 'linked by hand'
              : link.origin}
        </span>
      </p>
      <p className="truncate font-mono text-soft">{visibleText(script.file ?? script.classname ?? '')}</p>
      {histories.map((history) => (
        <LaneHistory key={history.lane.id} history={history} scriptId={script.id} />
      ))}
      <NewestResult scriptId={script.id} histories={histories} />
      <CodeOfScript id={script.id} />
    </div>
  )
}

/** The code of a script, where a scan sent it; asked for when somebody wants to see it. */
function CodeOfScript({ id }: { id: number }) {
  const { project } = useSession()
  const [open, setOpen] = useState(false)
  const script = useQuery({
    queryKey: keyFor('script', project.slug, String(id)),
    queryFn: ({ signal }) => api.get('/projects/{project}/scripts/{id}', { path: { project: project.slug, id }, signal }),
    enabled: open,
  })
  return (
    <details className="mt-1" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer text-soft hover:text-ink">Code</summary>
      {script.isPending && open && <Loading what="the code" />}
      {script.error && <ErrorState error={script.error} onRetry={() => void script.refetch()} />}
      {script.data &&
        (script.data.source?.code ? (
          <CodeText text={script.data.source.code} file={script.data.source.file} firstLine={script.data.source.line} />
        ) : (
          <p className="text-soft">
            {script.data.source
              ? 'The scan did not send the code: bobbin scan --with-source does.'
              : 'No scan has found this script in the code.'}
          </p>
        ))}
    </details>
  )
}
