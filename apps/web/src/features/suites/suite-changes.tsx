import type { SuiteDetail } from '@bobbin/client'
import { CanButton } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { formatList } from '../../lib/format.js'
import { Key } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { useSuiteChanges } from './use-suites.js'

const WORDS = { added: 'new in the suite', removed: 'no longer in it', retired: 'retired', changed: '' }

/** What changed in a suite since it was planned: plans run it as it was until somebody updates the snapshot. */
export function SuiteChanges({ suite }: { suite: SuiteDetail }) {
  const { updateSnapshot } = useSuiteChanges()
  if (suite.differences.length === 0 || !suite.snapshotAt || suite.filter) return null
  return (
    <aside aria-label="Changed since it was planned" className="flex w-[262px] shrink-0 flex-col border-l border-hairline bg-surface">
      <div className="min-h-0 flex-1 overflow-y-auto px-4 py-5" tabIndex={0} role="region" aria-label="Changes">
        <h2 className="text-sm">Changed since it was planned</h2>
        <p className="mb-2 text-soft">
          {suite.plans.length > 0
            ? `${formatList(suite.plans.map(({ name }) => `“${name}”`))} still ${suite.plans.length === 1 ? 'runs' : 'run'} `
            : 'Plans would run '}
          the snapshot of <Time iso={suite.snapshotAt} />.
        </p>
        <ul>
          {suite.differences.map(({ key, title, kind, details }) => (
            <li key={key} className="border-t border-hairline py-2">
              <ProjectLink to={`cases?case=${key}`} className="font-mono text-dye hover:underline" title={title}>
                {key}
              </ProjectLink>
              {kind !== 'changed' && <p className="text-soft">{WORDS[kind]}</p>}
              {details.map((detail) => (
                <p key={detail} className="break-words text-soft">
                  {detail}
                </p>
              ))}
            </li>
          ))}
        </ul>
        <CanButton
          right="run"
          kind="strong"
          className="mt-2"
          disabled={updateSnapshot.isPending}
          onClick={() => updateSnapshot.mutate(suite.id)}
        >
          Update the snapshot <Key>u</Key>
        </CanButton>
      </div>
    </aside>
  )
}
