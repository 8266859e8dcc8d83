import type { ViewPage } from '@bobbin/core'

export type { ViewPage }

/** A kept address of a list: its search, filters, sort and columns. */
export interface SavedView {
  id: number
  page: ViewPage
  name: string
  /** The query of the address, without the lens. */
  params: string
  shared: boolean
  /** Whose it is. */
  by: string
  mine: boolean
}
