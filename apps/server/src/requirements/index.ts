export { RequirementsModule } from './requirements.module.js'
