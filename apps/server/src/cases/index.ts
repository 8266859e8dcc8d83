export { CasesModule } from './cases.module.js'
export { CasesService } from './cases.service.js'
export { Area } from './area.model.js'
export { TestCase } from './test-case.model.js'
