import { ACT_KINDS, type ActKind, type ActorKind, isActKind } from '@bobbin/core'

/** Which acts are shown; it stands in the address. */
export interface ActFilter {
  search?: string
  kind?: ActKind
  actor?: ActorKind
  account?: number
  from?: string
  until?: string
  subject?: string
}

const ACTORS = ['person', 'token', 'agent', 'system'] as const
const DAY = /^\d{4}-\d{2}-\d{2}$/

/** What an address says; what makes no sense is left out. */
export function actFilterOf(params: URLSearchParams): ActFilter {
  const kind = params.get('kind')
  const actor = ACTORS.find((one) => one === params.get('actor'))
  const account = Number(params.get('account'))
  const search = params.get('q')
  const subject = params.get('subject')
  const day = (name: string) => (DAY.test(params.get(name) ?? '') ? { [name]: params.get(name) ?? '' } : {})
  return {
    ...(search && { search }),
    ...(kind && isActKind(kind) && { kind }),
    ...(actor && { actor }),
    ...(account > 0 && { account }),
    ...(subject && { subject }),
    ...day('from'),
    ...day('until'),
  }
}

/** Kinds of acts by what they are about, in words. */
export const KIND_GROUPS: readonly [subject: string, kinds: ActKind[]][] = [
  ...new Set(ACT_KINDS.map((kind) => kind.split('.')[0] ?? '')),
].map((subject) => [subject, ACT_KINDS.filter((kind) => kind.startsWith(`${subject}.`))])

/** case.changed → case changed; member.roleChanged → member role changed */
export const kindWords = (kind: ActKind): string => kind.replace('.', ' ').replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
