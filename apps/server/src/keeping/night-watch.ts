import { Injectable } from '@nestjs/common'
import { Jobs } from '../platform/jobs/jobs.js'
import { KeepingService } from './keeping.service.js'

const LOOK_S = 600
/** Its hour, in UTC. */
const HOUR = 3

/** Begins the work of the night once a day; a server that was down at that hour does it when it is back, and what was broken off goes on. */
@Injectable()
export class NightWatch {
  constructor(jobs: Jobs, keeping: KeepingService) {
    jobs.define({
      name: 'keeping.night',
      everySeconds: LOOK_S,
      retries: 0,
      withinSeconds: 6 * 3600,
      work: async () => {
        const now = new Date()
        if (now.getUTCHours() >= HOUR) await keeping.night(now)
      },
    })
  }
}
