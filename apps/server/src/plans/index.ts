export { PlansModule } from './plans.module.js'
export { StartsService } from './starts.service.js'
export { PlanWatch } from './plan-watch.js'
