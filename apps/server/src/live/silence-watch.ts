import { Injectable } from '@nestjs/common'
import { Jobs } from '../platform/jobs/jobs.js'
import { LiveService } from './live.service.js'

/** Silence is counted in minutes; looking this often costs one index look-up. */
const LOOK_S = 5

/** Looks for feeds that went silent, and for runs that wait in vain for shards: ending one twice is not possible. */
@Injectable()
export class SilenceWatch {
  constructor(jobs: Jobs, live: LiveService) {
    jobs.define({
      name: 'feeds.silence',
      everySeconds: LOOK_S,
      retries: 0,
      withinSeconds: 120,
      work: async () => {
        await live.interruptSilent()
        await live.endLate()
      },
    })
  }
}
