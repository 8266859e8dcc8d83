export { HistoryModule } from './history.module.js'
export { HistoryService, SPAN } from './history.service.js'
