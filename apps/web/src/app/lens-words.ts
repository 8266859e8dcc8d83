import type { LensOptions } from '@bobbin/client'
import type { Lens } from '../context/lens.js'
import { count, formatList } from '../lib/format.js'

/** What the lens hides, counted: branches, environments, and older builds of what it shows. */
export function hiddenWords(lens: Lens, options: LensOptions | null): string {
  if (!options) return ''
  const hidden: string[] = []
  const { branches, environments, lanes } = options
  if (lens.branch !== null && branches.length > 1) hidden.push(count(branches.length - 1, 'branch', 'branches'))
  if (lens.environments && environments.length > lens.environments.length)
    hidden.push(count(environments.length - lens.environments.length, 'environment'))
  const shown = lanes.filter(
    (lane) => (lens.branch === null || lane.branch === lens.branch) && (lens.environments?.includes(lane.environment) ?? true),
  )
  const older = shown.reduce((sum, lane) => sum + Math.max(0, lane.builds - lens.span), 0)
  if (older > 0) hidden.push(count(older, 'older build'))
  return hidden.length > 0 ? `· hides ${formatList(hidden)}` : ''
}

/** Choosing none or every one is choosing all. */
export function toggledEnvironments(lens: Lens, all: string[], name: string): string[] | null {
  const chosen = lens.environments ?? all
  const next = chosen.includes(name)
    ? chosen.filter((other) => other !== name)
    : all.filter((other) => other === name || chosen.includes(other))
  return next.length === 0 || next.length === all.length ? null : next
}
