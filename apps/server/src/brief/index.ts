export { BriefModule } from './brief.module.js'
export { BriefService } from './brief.service.js'
