export { FailuresModule } from './failures.module.js'
export { FailureListService } from './failure-list.service.js'
