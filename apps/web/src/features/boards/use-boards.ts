import type { Board, BoardParts } from '@bobbin/client'
import { type BoardPart, PART_OF_TILE } from '@bobbin/core'
import { useMutation, useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

export type BoardDraft = Pick<Board, 'name' | 'shared' | 'lens' | 'tiles'>

export function useBoards() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('boards', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/boards', { path: { project: project.slug }, signal }),
  })
}

/** What the tiles of a board show, part by part as they come. */
export type PartsOfBoard = ReadonlyMap<BoardPart, Pick<UseQueryResult<BoardParts>, 'data' | 'error' | 'refetch'>>

const optionsOf = (tiles: Board['tiles'], part: BoardPart) =>
  tiles.filter(({ kind }) => PART_OF_TILE[kind] === part).map(({ by, pipeline }) => ({ by, pipeline }))

type AskPart = (part: BoardPart, signal: AbortSignal) => Promise<BoardParts>

/** @param refetchInterval ms between two times that the parts are asked for anew; undefined: when something changed */
function useParts(board: Board | undefined, queryKey: readonly unknown[], ask: AskPart, refetchInterval?: number): PartsOfBoard {
  const parts = [...new Set(board?.tiles.map(({ kind }) => PART_OF_TILE[kind]))]
  const found = useQueries({
    queries: parts.map((part) => ({
      // only what the part depends on: arranging other tiles leaves it as it is
      queryKey: [...queryKey, part, optionsOf(board?.tiles ?? [], part)],
      queryFn: ({ signal }: { signal: AbortSignal }) => ask(part, signal),
      ...(refetchInterval !== undefined && { refetchInterval, refetchIntervalInBackground: true }),
    })),
  })
  return new Map(parts.flatMap((part, i) => (found[i] ? [[part, found[i]] as const] : [])))
}

export function useBoardParts(board: Board): PartsOfBoard {
  const { slug } = useSession().project
  const { id, lens } = board
  return useParts(board, keyFor('board', slug, id, lens), (part, signal) =>
    api.get('/projects/{project}/boards/{id}/parts/{part}', { path: { project: slug, id, part }, signal }),
  )
}

const REFRESH_MS = 30_000

/** A board on a wall, asked for anew by itself. */
export function useWall(key: string) {
  const head = useQuery({
    queryKey: keyFor('wall', key),
    queryFn: ({ signal }) => api.get('/wall/{key}', { path: { key }, signal }),
    refetchInterval: REFRESH_MS,
    refetchIntervalInBackground: true,
    retry: false,
  })
  const ask: AskPart = (part, signal) => api.get('/wall/{key}/parts/{part}', { path: { key, part }, signal })
  return { head, parts: useParts(head.data?.board, keyFor('wall', key), ask, REFRESH_MS) }
}

/** What can be done to boards; the page asks for them anew afterwards. */
export function useBoardChanges() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const settled = {
    onError: (error: unknown) => notifyError(messageOf(error)),
    onSettled: () => Promise.all([invalidate('boards'), invalidate('board')]),
  }
  const path = { project: project.slug }
  return {
    add: useMutation({ mutationFn: (body: BoardDraft) => api.post('/projects/{project}/boards', { path, body }), ...settled }),
    change: useMutation({
      mutationFn: ({ id, ...body }: BoardDraft & { id: number }) =>
        api.put('/projects/{project}/boards/{id}', { path: { ...path, id }, body }),
      ...settled,
    }),
    remove: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/boards/{id}', { path: { ...path, id } }),
      ...settled,
    }),
    open: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/boards/{id}/wall', { path: { ...path, id } }),
      ...settled,
    }),
    close: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/boards/{id}/wall', { path: { ...path, id } }),
      ...settled,
    }),
  }
}
