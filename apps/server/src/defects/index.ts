export { DefectsModule } from './defects.module.js'
export { type DefectFacts, DefectsService } from './defects.service.js'
export { LinkDefectDto, NewDefectDto } from './defects.dto.js'
