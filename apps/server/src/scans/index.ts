export { ScansModule } from './scans.module.js'
export { joinScripts } from './join-scripts.js'
