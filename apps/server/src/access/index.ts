export { AccessModule } from './access.module.js'
export { AccessService } from './access.service.js'
export { FirstRunService } from './first-run.service.js'
export { SessionsService } from './sessions.service.js'
export { TokensService } from './tokens.service.js'
export { Account } from './account.model.js'
export { ApiToken } from './api-token.model.js'
export { Session } from './session.model.js'
export {
  AdminOnly,
  Ctx,
  can,
  MakesProjects,
  missing,
  mustBeAble,
  Needs,
  PersonOnly,
  Public,
  SignedIn,
  Who,
  type BobbinRequest,
  type Caller,
  type Context,
} from './context.js'
export { makeProject } from './make-project.js'
export { NewProjectDto } from './access.dto.js'
export { ACCESS_CHANNEL, announceAccess } from './announce-access.js'
export { logSecurity } from './security-log.js'
export { hashPassword } from './secrets.js'
export { Project } from './project.model.js'
