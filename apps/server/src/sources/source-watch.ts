import { Injectable } from '@nestjs/common'
import { Jobs } from '../platform/jobs/jobs.js'
import { SourcesService } from './sources.service.js'

const LOOK_S = 5
/** So many sources a job; what is left is looked into by the next one. */
const MOST = 100

/** Looks into sources that are due, one after the other; each is claimed by one process. */
@Injectable()
export class SourceWatch {
  constructor(jobs: Jobs, sources: SourcesService) {
    jobs.define({
      name: 'sources.fetch',
      everySeconds: LOOK_S,
      retries: 0,
      withinSeconds: 3600,
      work: async () => {
        for (let i = 0; i < MOST && (await sources.fetchDue()); i++);
      },
    })
  }
}
