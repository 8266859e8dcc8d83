export { ScansModule } from './scans.module.js'
export { joinScripts } from './join-scripts.js'
export { type SplitOff, splitScript } from './split-script.js'
