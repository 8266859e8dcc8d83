export type { FoundTest, Unread } from './found.js'
export { scanFolder, type Scan, type ScanProgress } from './scan.js'
export { grammarsFrom } from './languages/tree.js'
