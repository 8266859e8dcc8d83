import { Logger } from '@nestjs/common'

const log = new Logger('Security')

export type SecurityEvent =
  | 'signedIn'
  | 'signInRefused'
  | 'signedOut'
  | 'passwordChanged'
  | 'oidcAway'
  | 'resetLinkMade'
  | 'passwordReset'
  | 'accountMade'
  | 'accountTakenOver'
  | 'invited'
  | 'invitationAccepted'
  | 'invitationWithdrawn'
  | 'roleChanged'
  | 'memberRemoved'
  | 'serverRightsChanged'
  | 'sourcesAllowed'
  | 'tokenMade'
  | 'tokenUsed'
  | 'tokenRevoked'
  | 'tokensEnded'
  | 'refused'

/** Writes down what matters to who looks after the server: who came in, who was let do more, what was refused. No secrets. */
export const logSecurity = (event: SecurityEvent, about: Record<string, string | number | boolean | null>): void =>
  log.log({ event, ...about })
