/** Words that stand for states and kinds, each list once: what the database, the API, the forms and the reports may say. */

export const CASE_STATES = ['draft', 'approved', 'retired'] as const
export type CaseState = (typeof CASE_STATES)[number]

/** What the priorities of cases are called, from 1. */
export const PRIORITY_WORDS = ['urgent', 'high', 'normal', 'low'] as const

export const CASE_INTENTS = ['byHand', 'toAutomate', 'automated', 'never'] as const
/** What is meant to become of a case: a person carries it out, a script shall, a script does, or no script ever will. */
export type CaseIntent = (typeof CASE_INTENTS)[number]

export const ACCOUNT_KINDS = ['engineer', 'tester', 'developer', 'lead'] as const
/** What somebody does in the trade, as they say themselves; it allows nothing. */
export type AccountKind = (typeof ACCOUNT_KINDS)[number]

export const UNKNOWN_TESTS = ['aside', 'make', 'ask'] as const
/**
 * What becomes of a test that no case claims: it is set aside and listed; a case is made for it, in the area that mirrors its folder;
 * or it is listed for a person to decide.
 */
export type UnknownTests = (typeof UNKNOWN_TESTS)[number]

export const RUN_SCOPES = ['whole', 'partial'] as const
/** Whether all tests of a suite ran, or a part of them, as the sender says. */
export type RunScope = (typeof RUN_SCOPES)[number]

export const RUN_TRIGGERS = ['delivery', 'live', 'plan', 'manual'] as const
/** What began a run. */
export type RunTrigger = (typeof RUN_TRIGGERS)[number]

export const BY_HAND = ['none', 'rest', 'all'] as const
/** Which cases of a plan are done by hand: none, those that no script verifies, or all. */
export type ByHand = (typeof BY_HAND)[number]

export const SOURCE_KINDS = ['folder', 'http'] as const
/** Where a source looks: a folder of the server, or an address. */
export type SourceKind = (typeof SOURCE_KINDS)[number]

export const VIEW_PAGES = ['cases', 'scripts', 'runs'] as const
/** Pages of which views can be saved. */
export type ViewPage = (typeof VIEW_PAGES)[number]

export const MAPPING_FILTERS = [
  'unlinked',
  'sure',
  'choose',
  'broken',
  'stale',
  'reworded',
  'retired',
  'silent',
  'moved',
  'duplicate',
  'unknownKeys',
  'claimedTwice',
  'linked',
] as const
/** Which scripts of the mapping are shown: those with something to be done about them, or those that are done. */
export type MappingFilter = (typeof MAPPING_FILTERS)[number]

export const CAUSES = ['product', 'script', 'environment', 'data', 'flaky', 'unknown'] as const
/** What a person decided a failure group is. */
export type Cause = (typeof CAUSES)[number]

export const GROUP_STATES = ['untriaged', 'known', 'muted', 'resolved'] as const
/** How far a failure group is: nobody decided anything, somebody did, it is muted, or it is over. */
export type GroupState = (typeof GROUP_STATES)[number]

export const KNOCK_ON_RULES = ['blocked', 'hook', 'chain', 'order'] as const
/** Why a failure only follows another. */
export type KnockOnRule = (typeof KNOCK_ON_RULES)[number]

export const COMMENT_KINDS = ['failure', 'result', 'step', 'case', 'run', 'suite', 'plan'] as const
/** What can be commented on. */
export type CommentKind = (typeof COMMENT_KINDS)[number]

export const NOTICE_KINDS = [
  'newCause',
  'backAgain',
  'mine',
  'assigned',
  'mention',
  'comment',
  'muteEnded',
  'defectClosed',
  'agentGone',
  'planLate',
  'resolved',
  'brief',
] as const
/** What somebody can be told of. */
export type NoticeKind = (typeof NOTICE_KINDS)[number]
