// The code with which the first account of a server is made, of the secret that the server is started with (access/first-run-code.ts).
import { firstRunCode } from '../../apps/server/dist/access/first-run-code.js'

export { firstRunCode }
