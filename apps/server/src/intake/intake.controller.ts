import type { Belongs } from '@bobbin/core'
import { Controller, HttpCode, Inject, Post, Query, Req } from '@nestjs/common'
import type { DeliveryReport } from '../contract/index.js'
import type busboy from 'busboy'
import type { IncomingMessage } from 'node:http'
import { Ctx, Delivers, type Context } from '../access/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { Problem } from '../platform/problem.js'
import { feed, openMultipart } from '../platform/upload.js'
import { TargetDto } from './intake.dto.js'
import type { Delivery } from './delivery.js'
import { IntakeService } from './intake.service.js'

/** Largest file of one delivery, in bytes. */
const MOST_BYTES = 1024 ** 3
const MOST_FILES = 10_000

@Controller('projects/:project/deliveries')
export class IntakeController {
  constructor(
    private readonly intake: IntakeService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * Takes result files. Where they belong is in the query, so that reading can start with the first byte.
   * @takes multipart/form-data
   */
  @Post()
  @Delivers()
  @HttpCode(200)
  async deliver(@Ctx() context: Context, @Query() target: TargetDto, @Req() request: IncomingMessage): Promise<DeliveryReport> {
    const delivery = await this.intake.open(context, target)
    try {
      const files = await takeFiles(request, delivery, this.config.uploadIdleMs)
      if (files === 0) throw new Problem('invalid', 'noFiles', 'The request holds no file. Send result files as multipart/form-data')
      return await delivery.finish()
    } finally {
      delivery.dispose()
    }
  }
}

/** Takes files in the order of the request; a file waits until the one before it is stored, and the sender with it. */
async function takeFiles(request: IncomingMessage, delivery: Delivery, idleMs: number): Promise<number> {
  const parser = openMultipart(request, { fileSize: MOST_BYTES, files: MOST_FILES })
  let count = 0
  let queue: Promise<void> = Promise.resolve()
  let belongs: Belongs | null = null
  parser.on('field', (field, value) => {
    if (field !== 'belongs') return
    const read = readBelongs(value)
    belongs = read
    // thrown where the request is waited for, not in the middle of its parser
    if (!read) queue = queue.then(() => Promise.reject(new Problem('invalid', 'belongs', BELONGS)))
  })
  parser.on('file', (field, stream, info) => {
    count++
    const file = { name: info.filename || `file-${count}`, chunks: stream, cut: () => stream.truncated === true }
    const whose = belongs
    belongs = null
    queue = queue.then(() => (field === 'attachment' ? delivery.attach(file, whose) : delivery.take(file)))
    // an aborted request errors every open stream; the pipeline below reports it once
    stream.on('error', () => stream.resume())
    queue.catch(() => stream.resume())
  })
  await Promise.all([feed(request, parser, idleMs, () => delivery.storing), untilSettled(parser, () => queue)])
  return count
}

/** Waits for the files that are queued when the parser ends. */
async function untilSettled(parser: busboy.Busboy, queue: () => Promise<void>): Promise<void> {
  await new Promise<void>((resolve) => parser.once('close', resolve))
  await queue()
}

const WORDS = ['test', 'class', 'case', 'attempt'] as const
const BELONGS = 'The field “belongs” must be a JSON object with texts under “test”, “class”, “case” or “attempt”'

/** Whose the attachment is that follows, as the client tells it before the file; null where that can't be understood. */
function readBelongs(json: string): Belongs | null {
  try {
    const value = JSON.parse(json) as Record<string, unknown> | null
    const words = WORDS.flatMap((name) => {
      const word = value?.[name]
      return typeof word === 'string' && word.length <= 10_000 ? [[name, word] as const] : []
    })
    return words.length > 0 ? Object.fromEntries(words) : null
  } catch {
    return null
  }
}
