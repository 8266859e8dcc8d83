export { BuildsModule } from './builds.module.js'
export { BuildsService } from './builds.service.js'
