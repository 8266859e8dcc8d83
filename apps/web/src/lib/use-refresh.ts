import { useQueryClient } from '@tanstack/react-query'

/** Has everything on the page asked for anew after results changed, but for who one is. */
export function useRefresh(): () => void {
  const queries = useQueryClient()
  return () => void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'me' })
}
