import type { ActorKind } from '@bobbin/core'

/** Who does something: as the change log names them. */
export interface Actor {
  kind: ActorKind
  /** In whose name; null for Bobbin by itself. */
  accountId: number | null
  tokenId: number | null
}

export const SYSTEM: Actor = { kind: 'system', accountId: null, tokenId: null }

/** Work that goes on after who asked for it has gone is Bobbin's, in their name. */
export const actorOf = (caller: { accountId: number; sessionId: number | null; token: { id: number } | null }): Actor => ({
  kind: caller.token ? 'token' : caller.sessionId === null ? 'system' : 'person',
  accountId: caller.accountId,
  tokenId: caller.token?.id ?? null,
})
