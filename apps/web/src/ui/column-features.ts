import {
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  rowSortingFeature,
  tableFeatures,
} from '@tanstack/react-table'

/** What columns of a list can do: be shown or not, be made wider, and sort. Rows are sorted by the server, and picked by the list. */
export const columnFeatures = tableFeatures({ columnVisibilityFeature, columnSizingFeature, columnResizingFeature, rowSortingFeature })
export type ColumnFeatures = typeof columnFeatures
