import { type CanActivate, type ExecutionContext, Injectable } from '@nestjs/common'
import { Reflector } from '@nestjs/core'
import { Problem } from '../platform/problem.js'
import { AccessService } from './access.service.js'
import { type BobbinRequest, type Caller, DELIVERS, KEEPER_ONLY, PERSON_ONLY, PUBLIC } from './context.js'
import { SessionsService } from './sessions.service.js'
import { TokensService } from './tokens.service.js'

export const SESSION_COOKIE = 'bobbin_session'

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
    const caller = await this.callerOf(request)
    if (!caller) throw new Problem('notSignedIn', 'notSignedIn', 'Sign in, or send a valid token as “Authorization: Bearer …”')
    if (caller.token) this.checkScope(caller.token.scope, request.method, has)
    request.caller = caller
    const slug = request.params['project']
    if (typeof slug === 'string') Object.assign(request, await this.access.projectFor(caller, slug))
    if (has(KEEPER_ONLY) && request.role !== 'keeper') {
      throw new Problem('forbidden', 'keeper', 'Only somebody who keeps this project may do this')
    }
    return true
  }

  private checkScope(scope: string, method: string, has: (key: string) => boolean): void {
    const reads = method === 'GET' || method === 'HEAD'
    const may = !has(PERSON_ONLY) && (reads || (has(DELIVERS) && scope === 'deliver'))
    if (!may) throw new Problem('forbidden', 'scope', `A token with the scope “${scope}” may not do this`)
  }

  private callerOf(request: BobbinRequest): Promise<Caller | null> {
    const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1]
    if (bearer) return this.tokens.callerOf(bearer)
    const cookie = (request.cookies as Record<string, string> | undefined)?.[SESSION_COOKIE]
    return cookie ? this.sessions.callerOf(cookie) : Promise.resolve(null)
  }
}
