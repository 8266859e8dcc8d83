import { createParamDecorator, SetMetadata, type ExecutionContext } from '@nestjs/common'
import type { Request } from 'express'
import { type Right, RIGHTS } from '@bobbin/core'
import type { TokenScope } from '../contract/index.js'
import { Problem } from '../platform/problem.js'
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
  /** The name of the caller's role; teams may add to what it allows. */
  role: string
  /** What the caller may do here: their roles, and for a token no more than its scope. */
  rights: ReadonlySet<Right>
}

/** Whether somebody may do something in a project: the one place that says so. */
export const can = ({ rights }: Pick<Context, 'rights'>, right: Right): boolean => rights.has(right)

/** @throws Problem forbidden, naming the right that is missing */
export function mustBeAble(context: Pick<Context, 'rights'>, right: Right): void {
  if (!can(context, right)) throw missing(right)
}

export const missing = (right: Right): Problem =>
  new Problem('forbidden', 'right', `Your role in this project does not allow you to ${RIGHTS[right]}. Ask a lead of the project`, {
    right,
  })

export interface BobbinRequest extends Request {
  caller?: Caller
  project?: Project
  role?: string
  rights?: ReadonlySet<Right>
}

/** Routes that anybody may call. */
export const PUBLIC = 'bobbin:public'
export const Public = () => SetMetadata(PUBLIC, true)

/** The right that a route of a project needs. A route without one is refused, and fails a test. */
export const NEEDS = 'bobbin:needs'
export const Needs = (right: Right) => SetMetadata(NEEDS, right)

/** Routes outside of projects that need nothing but somebody who is signed in. */
export const SIGNED_IN = 'bobbin:signedIn'
export const SignedIn = () => SetMetadata(SIGNED_IN, true)

/** Routes that no token may call, not even to read. */
export const PERSON_ONLY = 'bobbin:person'
export const PersonOnly = () => SetMetadata(PERSON_ONLY, true)

/** Routes for administrators of the server. */
export const ADMIN_ONLY = 'bobbin:admin'
export const AdminOnly = () => SetMetadata(ADMIN_ONLY, true)

/** Routes for those who may make projects. */
export const MAKES_PROJECTS = 'bobbin:makesProjects'
export const MakesProjects = () => SetMetadata(MAKES_PROJECTS, true)

/** Binds the Context of a route below `/api/projects/:project`. */
export const Ctx = createParamDecorator((_: unknown, host: ExecutionContext): Context => {
  const { caller, project, role, rights } = host.switchToHttp().getRequest<BobbinRequest>()
  if (!caller || !project || role === undefined || !rights) throw new Error('Ctx is bound on a route that is not below a project')
  return { caller, project, role, rights }
})

/** Binds the caller of any signed-in route. */
export const Who = createParamDecorator((_: unknown, host: ExecutionContext): Caller => {
  const { caller } = host.switchToHttp().getRequest<BobbinRequest>()
  if (!caller) throw new Error('Who is bound on a public route')
  return caller
})
