export { RunsModule } from './runs.module.js'
export { RunsService, laneOf, runRow, type Lens, type RunRecord } from './runs.service.js'
export { LensDto, lensOf } from './runs.dto.js'
export { FORGET_CHANGES, RUN_COLUMNS, RUN_FROM } from './run-queries.js'
