import { createParamDecorator, SetMetadata, type ExecutionContext } from '@nestjs/common'
import type { Request } from 'express'
import type { Project } from '../projects/project.model.js'

/** Who asks. A token is bound to one project and scope. */
export interface Caller {
  accountId: number
  token: { projectId: number; scope: 'deliver' | 'read' } | null
}

/** Who asks, and for which project: the first argument of every service. */
export interface Context {
  caller: Caller
  project: Project
}

export interface BobbinRequest extends Request {
  caller?: Caller
  project?: Project
}

/** Routes that anybody may call. */
export const PUBLIC = 'bobbin:public'
export const Public = () => SetMetadata(PUBLIC, true)

/** Routes that a token with the scope `deliver` may call besides reading. */
export const DELIVERS = 'bobbin:delivers'
export const Delivers = () => SetMetadata(DELIVERS, true)

/** Binds the Context of a route below `/api/projects/:project`. */
export const Ctx = createParamDecorator((_: unknown, host: ExecutionContext): Context => {
  const request = host.switchToHttp().getRequest<BobbinRequest>()
  if (!request.caller || !request.project) throw new Error('Ctx is bound on a route that is not below a project')
  return { caller: request.caller, project: request.project }
})

/** Binds the caller of any signed-in route. */
export const Who = createParamDecorator((_: unknown, host: ExecutionContext): Caller => {
  const { caller } = host.switchToHttp().getRequest<BobbinRequest>()
  if (!caller) throw new Error('Who is bound on a public route')
  return caller
})
