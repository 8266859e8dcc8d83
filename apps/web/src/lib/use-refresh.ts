import { useQueryClient } from '@tanstack/react-query'

/** Has everything on the page asked for anew after results changed, but for who one is. */
export function useRefresh(): () => Promise<void> {
  const queries = useQueryClient()
  return () => queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'me' })
}
