import type { BuildList } from '@bobbin/client'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { Menu, MenuCheck } from '../../ui/menu.js'

export interface PipelineMenuProps {
  pipelines: BuildList['pipelines']
  pipeline: string | null
  /** What was chosen of the pipeline before, and means nothing in another. */
  clears: string
  className: string
}

/** Whose builds a page shows; its name alone where there is but one. */
export function PipelineMenu({ pipelines, pipeline, clears, className }: PipelineMenuProps) {
  const [, setAddress] = useAddress()
  if (pipelines.length < 2) return pipeline
  return (
    <Menu
      label="Pipeline"
      trigger={
        <button type="button" className={className}>
          {pipeline}
        </button>
      }
    >
      {pipelines.map(({ name, builds }) => (
        <MenuCheck key={name} checked={name === pipeline} onChange={() => setAddress({ pipeline: name, [clears]: null })}>
          {name} <span className="ml-auto pl-4 text-soft">{count(builds, 'build')}</span>
        </MenuCheck>
      ))}
    </Menu>
  )
}
