import { type CanActivate, type ExecutionContext, Injectable } from '@nestjs/common'
import { Reflector } from '@nestjs/core'
import { type Right, SCOPE_RIGHTS } from '@bobbin/core'
import type { TokenScope } from '../contract/index.js'
import { Problem } from '../platform/problem.js'
import { AccessService } from './access.service.js'
import { ADMIN_ONLY, type BobbinRequest, type Caller, MAKES_PROJECTS, missing, NEEDS, PERSON_ONLY, PUBLIC, SIGNED_IN } from './context.js'
import { logSecurity } from './security-log.js'
import { sessionOf } from './session-cookie.js'
import { SessionsService } from './sessions.service.js'
import { TokensService } from './tokens.service.js'

/** Every route is closed unless it says otherwise: finds who asks and which project, and refuses everybody else. */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly access: AccessService,
    private readonly sessions: SessionsService,
    private readonly tokens: TokensService,
    private readonly reflector: Reflector,
  ) {}

  async canActivate(host: ExecutionContext): Promise<boolean> {
    const has = (key: string) => this.reflector.getAllAndOverride<boolean | undefined>(key, [host.getHandler(), host.getClass()]) === true
    if (has(PUBLIC)) return true
    const request = host.switchToHttp().getRequest<BobbinRequest>()
    try {
      await this.check(request, has, this.reflector.getAllAndOverride<Right | undefined>(NEEDS, [host.getHandler(), host.getClass()]))
    } catch (error) {
      if (error instanceof Problem && error.kind === 'forbidden')
        logSecurity('refused', { code: error.code, method: request.method, path: request.path, account: request.caller?.accountId ?? null })
      throw error
    }
    return true
  }

  private async check(request: BobbinRequest, has: (key: string) => boolean, needs: Right | undefined): Promise<void> {
    const caller = await this.callerOf(request)
    if (!caller) throw new Problem('notSignedIn', 'notSignedIn', 'Sign in, or send a valid token as “Authorization: Bearer …”')
    request.caller = caller
    if (caller.token) checkScope(caller.token.scope, needs, has)
    if (has(ADMIN_ONLY) || has(MAKES_PROJECTS)) await this.checkServerRights(caller, has)
    const slug = request.params['project']
    if (typeof slug === 'string') {
      Object.assign(request, await this.access.projectFor(caller, slug))
      // a route that says nothing is for nobody
      if (needs === undefined) throw new Problem('forbidden', 'noRight', 'This route names no right')
      if (!request.rights?.has(needs)) throw missing(needs)
    } else if (![ADMIN_ONLY, MAKES_PROJECTS, SIGNED_IN].some(has)) throw new Problem('forbidden', 'noRight', 'This route names no right')
  }

  private async checkServerRights({ accountId }: Caller, has: (key: string) => boolean): Promise<void> {
    const { serverAdmin, makesProjects } = await this.access.serverRights(accountId)
    if (has(ADMIN_ONLY) && !serverAdmin) throw new Problem('forbidden', 'admin', 'Only an administrator of the server may do this')
    if (has(MAKES_PROJECTS) && !serverAdmin && !makesProjects)
      throw new Problem('forbidden', 'makesProjects', 'You may not create projects on this server. Ask one of its administrators')
  }

  private callerOf(request: BobbinRequest): Promise<Caller | null> {
    const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1]
    if (bearer) return this.tokens.callerOf(bearer)
    const cookie = sessionOf(request)
    return cookie ? this.sessions.callerOf(cookie) : Promise.resolve(null)
  }
}

/** Before anything is looked up: a machine learns nothing of what it may not do. */
function checkScope(scope: TokenScope, needs: Right | undefined, has: (key: string) => boolean): void {
  const rights: readonly Right[] = SCOPE_RIGHTS[scope]
  const may = !has(PERSON_ONLY) && (needs === undefined || rights.includes(needs))
  if (!may) throw new Problem('forbidden', 'scope', `A token with the scope “${scope}” may not do this`)
}
