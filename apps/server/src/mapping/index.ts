export { MappingModule } from './mapping.module.js'
export { SILENT_COUNT } from './mapping-queries.js'
