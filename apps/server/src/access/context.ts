import { createParamDecorator, SetMetadata, type ExecutionContext } from '@nestjs/common'
import type { Request } from 'express'
import type { Role, TokenScope } from '../contract/index.js'
import type { Project } from './project.model.js'

/** Who asks: a person in a session, or a machine with a token, which is bound to one project and scope. */
export interface Caller {
  accountId: number
  sessionId: number | null
  token: { id: number; projectId: number; scope: TokenScope } | null
}

/** Who asks, and for which project: the first argument of every service. */
export interface Context {
  caller: Caller
  project: Project
  role: Role
}

export interface BobbinRequest extends Request {
  caller?: Caller
  project?: Project
  role?: Role
}

/** Routes that anybody may call. */
export const PUBLIC = 'bobbin:public'
export const Public = () => SetMetadata(PUBLIC, true)

/** Routes that a token with the scope `deliver` may call besides reading. */
export const DELIVERS = 'bobbin:delivers'
export const Delivers = () => SetMetadata(DELIVERS, true)

/** Routes that no token may call, not even to read. */
export const PERSON_ONLY = 'bobbin:person'
export const PersonOnly = () => SetMetadata(PERSON_ONLY, true)

/** Routes for those who keep the project. */
export const KEEPER_ONLY = 'bobbin:keeper'
export const KeeperOnly = () => SetMetadata(KEEPER_ONLY, true)

/** Routes for administrators of the server. */
export const ADMIN_ONLY = 'bobbin:admin'
export const AdminOnly = () => SetMetadata(ADMIN_ONLY, true)

/** Routes for those who may make projects. */
export const MAKES_PROJECTS = 'bobbin:makesProjects'
export const MakesProjects = () => SetMetadata(MAKES_PROJECTS, true)

/** Binds the Context of a route below `/api/projects/:project`. */
export const Ctx = createParamDecorator((_: unknown, host: ExecutionContext): Context => {
  const { caller, project, role } = host.switchToHttp().getRequest<BobbinRequest>()
  if (!caller || !project || !role) throw new Error('Ctx is bound on a route that is not below a project')
  return { caller, project, role }
})

/** Binds the caller of any signed-in route. */
export const Who = createParamDecorator((_: unknown, host: ExecutionContext): Caller => {
  const { caller } = host.switchToHttp().getRequest<BobbinRequest>()
  if (!caller) throw new Error('Who is bound on a public route')
  return caller
})
