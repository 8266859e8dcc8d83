export { EnvironmentsModule } from './environments.module.js'
export { checkNames, checkWindows, EnvironmentsService, recurrenceProblem } from './environments.service.js'
export { asWindows, RecurrenceDto, WindowDto } from './environments.dto.js'
