export { ScriptsModule } from './scripts.module.js'
export { ScriptsService } from './scripts.service.js'
export { manualScripts, SCRIPT_REF, SCRIPT_SUMS, SPREAD_LINKS, UNKNOWN_KEYS } from './script-queries.js'
export { caseForEach, RULES } from './case-for-each.js'
