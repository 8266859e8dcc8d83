import type { LensOptions } from '@bobbin/client'
import type { Lens } from '../context/lens.js'
import { count, formatList } from '../lib/format.js'

/** What the lens hides, counted: branches, environments, and older builds of what it shows. */
export function hiddenWords(lens: Lens, options: LensOptions | null): string {
  if (!options) return ''
  const hidden: string[] = []
  const { branches, environments, olderBuilds } = options
  if (lens.branch !== null && branches.length > 1) hidden.push(count(branches.length - 1, 'branch', 'branches'))
  if (lens.environments && environments.length > lens.environments.length)
    hidden.push(count(environments.length - lens.environments.length, 'environment'))
  if (olderBuilds > 0) hidden.push(count(olderBuilds, 'older build'))
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
