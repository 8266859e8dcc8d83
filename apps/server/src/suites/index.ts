export { SuitesModule } from './suites.module.js'
export { SuitesService } from './suites.service.js'
export { casesOfSuite, expectedTimes, snapshotOf } from './suite-cases.js'
