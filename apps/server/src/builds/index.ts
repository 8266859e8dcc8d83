export { BuildsModule } from './builds.module.js'
