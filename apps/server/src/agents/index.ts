export { AgentsModule } from './agents.module.js'
export { AGENT_VERSION, AgentsService } from './agents.service.js'
