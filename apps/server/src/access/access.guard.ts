import { type CanActivate, type ExecutionContext, Injectable } from '@nestjs/common'
import { Reflector } from '@nestjs/core'
import { Problem } from '../platform/problem.js'
import { AccessService } from './access.service.js'
import { type BobbinRequest, type Caller, DELIVERS, PUBLIC } from './context.js'

export const SESSION_COOKIE = 'bobbin_session'

/** Every route is closed unless it says otherwise: finds who asks and which project, and refuses everybody else. */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly access: AccessService,
    private readonly reflector: Reflector,
  ) {}

  async canActivate(host: ExecutionContext): Promise<boolean> {
    const has = (key: string) => this.reflector.getAllAndOverride<boolean | undefined>(key, [host.getHandler(), host.getClass()]) === true
    if (has(PUBLIC)) return true
    const request = host.switchToHttp().getRequest<BobbinRequest>()
    const caller = await this.callerOf(request)
    if (!caller) throw new Problem('notSignedIn', 'notSignedIn', 'Sign in, or send a valid token as “Authorization: Bearer …”')
    const readOnly = request.method === 'GET' || request.method === 'HEAD'
    if (caller.token && !readOnly && !(has(DELIVERS) && caller.token.scope === 'deliver')) {
      throw new Problem('forbidden', 'scope', `A token with the scope “${caller.token.scope}” may not do this`)
    }
    request.caller = caller
    const slug = request.params['project']
    if (typeof slug === 'string') request.project = await this.access.projectFor(caller, slug)
    return true
  }

  private callerOf(request: BobbinRequest): Promise<Caller | null> {
    const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1]
    if (bearer) return this.access.callerOfToken(bearer)
    const cookie = (request.cookies as Record<string, string> | undefined)?.[SESSION_COOKIE]
    return cookie ? this.access.callerOfSession(cookie) : Promise.resolve(null)
  }
}
