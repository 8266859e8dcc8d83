export { MappingModule } from './mapping.module.js'
export { SilentScripts } from './silent-scripts.js'
