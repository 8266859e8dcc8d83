/** Whose deed an act was: a person in a session, a machine with a token, an agent, or Bobbin by itself. */
export type ActorKind = 'person' | 'token' | 'agent' | 'system'

/** What an act may be about. */
export type SubjectKind =
  | 'account'
  | 'agent'
  | 'area'
  | 'assignment'
  | 'board'
  | 'case'
  | 'comment'
  | 'defect'
  | 'delivery'
  | 'environment'
  | 'failure'
  | 'feed'
  | 'handoff'
  | 'invitation'
  | 'job'
  | 'link'
  | 'member'
  | 'mute'
  | 'notificationRule'
  | 'part'
  | 'plan'
  | 'pool'
  | 'profile'
  | 'project'
  | 'quarantine'
  | 'recipe'
  | 'release'
  | 'requirement'
  | 'role'
  | 'run'
  | 'scan'
  | 'signOff'
  | 'script'
  | 'source'
  | 'start'
  | 'suite'
  | 'team'
  | 'token'
  | 'tracker'
  | 'view'

/** Parts of a project that an open page may have to ask for anew. */
export type Topic =
  | 'cases'
  | 'scripts'
  | 'runs'
  | 'live'
  | 'suites'
  | 'plans'
  | 'agents'
  | 'environments'
  | 'members'
  | 'teams'
  | 'tokens'
  | 'views'
  | 'sources'
  | 'space'
  | 'project'
  | 'acts'
  | 'failures'
  | 'comments'
  | 'notifications'
  | 'boards'
  | 'manual'
  | 'requirements'

interface ActSort {
  subject: SubjectKind
  /** What it did, with \`#\` for its subject: one, and several. */
  one: string
  many?: string
  topics: readonly Topic[]
  /** It can be undone by what it says of before and after. */
  undo?: true
}

const sort = (subject: SubjectKind, topics: readonly Topic[], one: string, many?: string): ActSort => ({
  subject,
  topics,
  one,
  ...(many !== undefined && { many }),
})
const undoable = (subject: SubjectKind, topics: readonly Topic[], one: string, many?: string): ActSort => ({
  ...sort(subject, topics, one, many),
  undo: true,
})

/** Every kind of act. A kind is kept for ever: old acts name it. */
export const ACTS = {
  'account.made': sort('account', [], 'created the account #'),
  'account.signedIn': sort('account', [], 'signed in'),
  'account.signedOut': sort('account', [], 'signed out'),
  'account.sessionsEnded': sort('account', [], 'ended sessions of their own'),
  'account.passwordChanged': sort('account', [], 'changed their password'),
  'account.rightsChanged': sort('account', [], 'changed the server rights of #'),
  'account.resetLinkMade': sort('account', [], 'created a password reset link for #'),
  'account.passwordReset': sort('account', [], 'reset their password by a link'),
  'agent.registered': sort('agent', ['agents'], 'registered the agent #'),
  'agent.changed': sort('agent', ['agents'], 'changed the agent #'),
  'agent.removed': sort('agent', ['agents'], 'removed the agent #'),
  'agent.left': sort('agent', ['agents'], 'stopped the agent #'),
  'area.made': undoable('area', ['cases'], 'created the area #'),
  'area.changed': undoable('area', ['cases'], 'changed the area #'),
  'area.deleted': undoable('area', ['cases'], 'deleted the area #'),
  'assignment.made': sort('assignment', ['manual', 'runs', 'plans'], 'assigned #', 'assigned # to people'),
  'assignment.changed': sort('assignment', ['manual'], 'changed the assignment #'),
  'assignment.closed': sort('assignment', ['manual', 'runs', 'plans'], 'closed the assignment #'),
  'assignment.taken': sort('assignment', ['manual'], 'took a case of #'),
  'assignment.handedOn': sort('assignment', ['manual'], 'reassigned cases of #'),
  'assignment.done': sort('assignment', ['manual', 'runs', 'plans', 'cases'], 'did a case of #'),
  'assignment.again': sort('assignment', ['manual', 'runs', 'plans'], 'does a case of # again'),
  'assignment.defect': sort('assignment', ['manual', 'failures'], 'reported a defect while doing #'),
  'signOff.made': sort('signOff', ['manual', 'runs'], 'signed off #'),
  'signOff.reopened': sort('signOff', ['manual', 'runs'], 'reopened #'),
  'case.made': undoable('case', ['cases'], 'created #', 'created # cases'),
  'case.changed': undoable('case', ['cases'], 'changed #', 'changed # cases'),
  'case.deleted': undoable('case', ['cases', 'scripts'], 'deleted #', 'deleted # cases'),
  'case.different': sort('case', ['scripts', 'cases'], 'decided that # is different from another'),
  'case.pushed': sort('case', ['cases', 'scripts'], 'created # from the code', 'created # cases from the code'),
  'case.imported': undoable('case', ['cases'], 'imported #', 'imported # cases'),
  'comment.made': sort('comment', ['comments'], 'commented on #'),
  'comment.edited': sort('comment', ['comments'], 'edited a comment on #'),
  'comment.deleted': sort('comment', ['comments'], 'deleted a comment on #'),
  'comment.followed': sort('comment', ['comments'], 'now follows #'),
  'comment.unfollowed': sort('comment', ['comments'], 'no longer follows #'),
  'comment.read': sort('account', ['comments'], 'read their mentions'),
  'defect.changed': sort('defect', ['failures'], 'changed the state of the defect #'),
  'defect.told': sort('defect', ['failures'], 'was told by the tracker about #'),
  'defect.asked': sort('defect', ['failures'], 'asked the tracker about #'),
  'delivery.sent': sort('delivery', [], 'sent results: #'),
  'delivery.moved': sort('delivery', ['runs'], 'moved the delivery #'),
  'delivery.undone': sort('delivery', ['runs', 'scripts'], 'undid the delivery #'),
  'delivery.readAgain': sort('delivery', ['runs', 'scripts'], 'read a file again: #'),
  'delivery.retried': sort('delivery', ['runs'], 'retried the delivery #'),
  'details.deleted': sort('project', ['space', 'runs'], 'deleted old details'),
  'environment.made': sort('environment', ['environments', 'plans'], 'created the environment #'),
  'environment.changed': undoable('environment', ['environments', 'plans'], 'changed the environment #'),
  'environment.deleted': sort('environment', ['environments', 'plans'], 'deleted the environment #'),
  'environment.opened': sort('environment', ['environments', 'plans'], 'opened the protected environment #'),
  'environment.closed': sort('environment', ['environments', 'plans'], 'closed the protected environment #'),
  'environment.secretSet': sort('environment', ['environments'], 'set a secret of #'),
  'environment.secretRemoved': sort('environment', ['environments'], 'removed a secret of #'),
  'environment.probed': sort('environment', ['environments'], 'probed #'),
  'failure.decided': undoable('failure', ['failures'], 'decided what caused #', 'decided what caused # failures'),
  'failure.given': undoable('failure', ['failures'], 'assigned #', 'assigned # failures'),
  'failure.resolved': undoable('failure', ['failures'], 'resolved #', 'resolved # failures'),
  'failure.reopened': undoable('failure', ['failures'], 'reopened #', 'reopened # failures'),
  'failure.back': sort('failure', ['failures'], 'saw # again'),
  'failure.merged': undoable('failure', ['failures'], 'merged #', 'merged # failures'),
  'failure.split': undoable('failure', ['failures'], 'split off #'),
  'failure.defectLinked': undoable('failure', ['failures'], 'chose the defect of #'),
  'failure.expected': undoable('failure', ['failures'], 'changed whether # fails while its defect is open'),
  'feed.opened': sort('feed', [], 'started the live run #'),
  'handoff.made': sort('handoff', ['agents'], 'created the pipeline hand-off #'),
  'handoff.changed': sort('handoff', ['agents'], 'changed the pipeline hand-off #'),
  'handoff.deleted': sort('handoff', ['agents'], 'deleted the pipeline hand-off #'),
  'invitation.made': sort('invitation', ['members'], 'invited #'),
  'invitation.withdrawn': sort('invitation', ['members'], 'withdrew the invitation of #'),
  'job.retried': sort('job', [], 'tried a failed background job again: #'),
  'link.decided': undoable('link', ['scripts', 'cases'], 'decided about the link #', 'decided about # links'),
  'link.reviewed': undoable('link', ['scripts'], 'confirmed the link #', 'confirmed # links'),
  'link.made': undoable('link', ['scripts'], 'linked #', 'linked # scripts'),
  'link.removed': undoable('link', ['scripts'], 'removed the link #', 'removed # links'),
  'member.joined': sort('member', ['members'], 'joined the project'),
  'member.roleChanged': sort('member', ['members'], 'changed the role of #'),
  'member.removed': sort('member', ['members', 'cases', 'teams'], 'removed #'),
  'mute.made': undoable('mute', ['failures', 'runs'], 'muted #', 'muted # failures'),
  'mute.ended': undoable('mute', ['failures', 'runs'], 'unmuted #', 'unmuted # failures'),
  'notificationRule.made': sort('notificationRule', ['notifications'], 'created the notification rule #'),
  'notificationRule.changed': sort('notificationRule', ['notifications'], 'changed the notification rule #'),
  'notificationRule.deleted': sort('notificationRule', ['notifications'], 'deleted the notification rule #'),
  'notificationRule.tried': sort('notificationRule', ['notifications'], 'sent a test of the notification rule #'),
  'part.ended': sort('part', ['plans', 'runs'], 'ran #'),
  'part.lost': sort('part', ['plans', 'runs', 'agents'], 'lost its agent: #'),
  'part.stopped': sort('part', ['plans', 'runs'], 'stopped #'),
  'plan.made': sort('plan', ['plans'], 'created the plan #'),
  'plan.changed': undoable('plan', ['plans'], 'changed the plan #'),
  'plan.deleted': undoable('plan', ['plans'], 'deleted the plan #'),
  'board.made': sort('board', ['boards'], 'created the board #'),
  'board.changed': sort('board', ['boards'], 'changed the board #'),
  'board.deleted': sort('board', ['boards'], 'deleted the board #'),
  'board.opened': sort('board', ['boards'], 'made a link to the board # for walls'),
  'board.closed': sort('board', ['boards'], 'revoked the link to the board #'),
  'requirement.made': sort('requirement', ['requirements'], 'created the requirement #'),
  'requirement.changed': undoable('requirement', ['requirements'], 'changed the requirement #'),
  'requirement.deleted': undoable('requirement', ['requirements'], 'deleted the requirement #'),
  'requirement.tied': undoable('requirement', ['requirements'], 'changed the cases of the requirement #'),
  'requirement.imported': sort('requirement', ['requirements'], 'imported the requirement #', 'imported # requirements'),
  'pool.made': sort('pool', ['agents', 'plans'], 'created the pool #'),
  'pool.changed': undoable('pool', ['agents', 'plans'], 'changed the pool #'),
  'pool.deleted': sort('pool', ['agents', 'plans'], 'deleted the pool #'),
  'profile.made': sort('profile', ['environments', 'plans'], 'created the profile #'),
  'profile.changed': sort('profile', ['environments', 'plans'], 'changed the profile #'),
  'profile.deleted': sort('profile', ['environments', 'plans'], 'deleted the profile #'),
  'project.made': sort('project', [], 'created the project #'),
  'project.changed': undoable('project', ['project'], 'changed the settings of #'),
  'project.rulesChanged': sort('project', ['project', 'scripts'], 'changed the mapping rules of #'),
  'project.sourcesAllowed': sort('project', ['sources'], 'changed where sources of # may look'),
  'quarantine.made': undoable('quarantine', ['failures', 'runs'], 'quarantined #', 'quarantined # tests'),
  'quarantine.ended': undoable('quarantine', ['failures', 'runs'], 'released # from quarantine', 'released # tests from quarantine'),
  'recipe.made': sort('recipe', ['agents', 'plans'], 'created the recipe #'),
  'recipe.changed': undoable('recipe', ['agents', 'plans'], 'changed the recipe #'),
  'recipe.deleted': undoable('recipe', ['agents', 'plans'], 'deleted the recipe #'),
  'release.made': sort('release', ['plans', 'runs'], 'created the release #'),
  'release.changed': undoable('release', ['plans', 'runs'], 'changed the release #'),
  'release.deleted': sort('release', ['plans', 'runs'], 'deleted the release #'),
  'role.made': sort('role', ['members'], 'created the role #'),
  'role.changed': sort('role', ['members'], 'changed the role #'),
  'role.deleted': sort('role', ['members'], 'deleted the role #'),
  'run.kept': undoable('run', ['runs', 'space'], 'chose to keep #'),
  'run.released': undoable('run', ['runs', 'space'], 'no longer keeps #'),
  'run.stopAsked': sort('run', ['runs'], 'asked to stop #'),
  'run.stopTakenBack': sort('run', ['runs'], 'withdrew the request to stop #'),
  'scan.finished': sort('scan', ['scripts', 'cases'], 'scanned #'),
  'script.joined': sort('script', ['scripts', 'runs'], 'recognized # under its new name'),
  'script.split': sort('script', ['scripts', 'runs'], 'split another name off from #'),
  'script.parted': sort('script', ['scripts', 'runs'], 'decided that # was not renamed'),
  'script.decided': undoable('script', ['scripts', 'cases'], 'decided about #', 'decided about # scripts'),
  'source.added': sort('source', ['sources'], 'added the source #'),
  'source.changed': sort('source', ['sources'], 'changed the source #'),
  'source.paused': undoable('source', ['sources'], 'paused the source #'),
  'source.resumed': undoable('source', ['sources'], 'resumed the source #'),
  'source.checked': sort('source', [], 'checked the source #'),
  'source.removed': sort('source', ['sources'], 'removed the source #'),
  'start.made': sort('start', ['plans', 'runs'], 'started #'),
  'start.stopped': sort('start', ['plans', 'runs'], 'stopped #'),
  'start.skipped': sort('start', ['plans'], 'skipped #'),
  'suite.made': sort('suite', ['suites', 'plans'], 'created the suite #'),
  'suite.changed': undoable('suite', ['suites', 'plans'], 'changed the suite #'),
  'suite.deleted': undoable('suite', ['suites', 'plans'], 'deleted the suite #'),
  'suite.updated': sort('suite', ['suites', 'plans'], 'updated the snapshot of #'),
  'sums.recounted': sort('project', ['runs'], 'recounted the sums of #'),
  'team.made': sort('team', ['teams', 'members'], 'created the team #'),
  'team.changed': sort('team', ['teams', 'members'], 'changed the team #'),
  'team.deleted': sort('team', ['teams', 'members'], 'deleted the team #'),
  'token.made': sort('token', ['tokens'], 'created the token #'),
  'token.revoked': sort('token', ['tokens'], 'revoked the token #'),
  'tracker.set': sort('tracker', ['failures', 'project'], 'connected the tracker #'),
  'tracker.removed': sort('tracker', ['failures', 'project'], 'disconnected the tracker #'),
  'tracker.tested': sort('tracker', ['failures'], 'tested the connection to #'),
  'view.saved': sort('view', ['views'], 'saved the view #'),
  'view.removed': sort('view', ['views'], 'deleted the view #'),
  'act.undone': undoable('project', [], 'undid “#”'),
} as const satisfies Record<string, ActSort>

export type ActKind = keyof typeof ACTS

export const ACT_KINDS = Object.keys(ACTS) as ActKind[]

export const isActKind = (word: string): word is ActKind => word in ACTS

/** What of a project an act touches, so that open pages ask for it anew. */
export const topicsOf = (kind: ActKind): readonly Topic[] => ACTS[kind].topics

/** Whether what an act did can be taken back by what it says of before and after. */
export const canUndo = (kind: ActKind): boolean => 'undo' in ACTS[kind]
