export { SourcesModule } from './sources.module.js'
export { SourcesService } from './sources.service.js'
