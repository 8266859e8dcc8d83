import { type QueryKey, useInfiniteQuery } from '@tanstack/react-query'
import { useEffect, useMemo } from 'react'

interface Page {
  rows: readonly unknown[]
  /** How many rows there are on all pages. */
  total: number
}

/**
 * A long list that comes page by page: its first rows are there at once, the others follow by themselves.
 * @param page asks for the rows from a place on
 */
export function useAllPages<P extends Page>(queryKey: QueryKey, page: (offset: number, signal: AbortSignal) => Promise<P>, enabled = true) {
  const query = useInfiniteQuery({
    queryKey,
    queryFn: ({ pageParam, signal }) => page(pageParam, signal),
    initialPageParam: 0,
    getNextPageParam: (last: P, pages: P[]) => {
      const loaded = pages.reduce((sum, { rows }) => sum + rows.length, 0)
      return last.rows.length > 0 && loaded < last.total ? loaded : undefined
    },
    placeholderData: (before) => before,
    enabled,
  })
  const { hasNextPage, isFetching, isPlaceholderData, error, fetchNextPage } = query
  useEffect(() => {
    if (hasNextPage && !isFetching && !isPlaceholderData && !error) void fetchNextPage()
  }, [hasNextPage, isFetching, isPlaceholderData, error, fetchNextPage])
  const data = useMemo(() => query.data && joined(query.data.pages), [query.data])
  return {
    data,
    /** Nothing could be read. */
    error: query.data ? null : error,
    /** What is shown may be old, or lack its later rows. */
    partError: query.data ? error : null,
    refetch: query.refetch,
    /** Goes on where a page failed; reads all again where that was the first. */
    goOn: () => void (hasNextPage ? fetchNextPage() : query.refetch()),
  }
}

function joined<P extends Page>(pages: P[]): P | undefined {
  const [first] = pages
  return first && { ...first, rows: pages.flatMap(({ rows }) => rows) }
}
