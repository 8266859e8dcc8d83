export { TrendsModule } from './trends.module.js'
export { type KnownSteadiness, TrendsService } from './trends.service.js'
export { SlowService } from './slow.service.js'
