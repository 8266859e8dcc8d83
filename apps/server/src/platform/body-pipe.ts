import { type ArgumentMetadata, BadRequestException, Injectable, ValidationPipe } from '@nestjs/common'
import { refuseOtherShape, shapeOf } from './body-shape.js'

interface QuickList {
  member: string
  most: number
  fits: (one: unknown) => boolean
}

const quickLists = new WeakMap<object, QuickList>()

/**
 * A list of a body that has many entries. Where all of them are of the plain kind that `fits` knows, they need not go through
 * class-validator, which takes some fifty microseconds for each; where one is not, all go through it, and it says what is wrong.
 * @param most entries that the list may have
 * @param fits may only say so of what the validators take, and of what they leave as it is
 */
export const quickly =
  (member: string, most: number, fits: (one: unknown) => boolean): ClassDecorator =>
  (dto) =>
    void quickLists.set(dto, { member, most, fits })

/** Objects that the validators are given at a time: some five milliseconds' worth. */
const AT_A_TIME = 500

/**
 * Checks what a request holds by the decorators of its class; what no decorator knows is refused. A long list goes through the validators
 * in slices, and others are answered between them.
 */
@Injectable()
export class BodyPipe extends ValidationPipe {
  constructor() {
    super({ transform: true, whitelist: true, forbidNonWhitelisted: true })
  }

  override async transform(given: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    // a request without a body lacks what its body must have
    const value = given === undefined && metadata.type === 'body' ? {} : given
    const { metatype } = metadata
    if (typeof value !== 'object' || value === null || !metatype || !this.toValidate(metadata)) return super.transform(value, metadata)
    refuseOtherShape(value, metatype as never)
    const quick = quickLists.get(metatype)
    const list: unknown = quick && (value as Record<string, unknown>)[quick.member]
    if (quick && Array.isArray(list) && list.length <= quick.most && list.every(quick.fits)) {
      const body = (await super.transform({ ...value, [quick.member]: [] }, metadata)) as Record<string, unknown>
      return Object.assign(body, { [quick.member]: list })
    }
    const member = longList(value as Record<string, unknown>, metatype as never)
    return member === null ? super.transform(value, metadata) : this.inSlices(value as Record<string, unknown>, member, metadata)
  }

  private async inSlices(value: Record<string, unknown>, member: string, metadata: ArgumentMetadata): Promise<unknown> {
    const list = value[member] as unknown[]
    const done: unknown[] = []
    let body: Record<string, unknown> = {}
    while (done.length < list.length) {
      const slice = sliceFrom(list, done.length)
      try {
        body = (await super.transform({ ...value, [member]: slice }, metadata)) as Record<string, unknown>
      } catch (error) {
        throw movedOn(error, member, done.length)
      }
      done.push(...(body[member] as unknown[]))
      if (done.length < list.length) await new Promise((resolve) => setImmediate(resolve))
    }
    return Object.assign(body, { [member]: done })
  }
}

/** The list that takes several slices. */
function longList(value: Record<string, unknown>, dto: Parameters<typeof shapeOf>[0]): string | null {
  for (const [name, { nested, plain }] of shapeOf(dto)) {
    const list = value[name]
    if ((nested || plain) && Array.isArray(list) && sliceFrom(list, 0).length < list.length) return name
  }
  return null
}

function sliceFrom(list: readonly unknown[], from: number): unknown[] {
  let weight = 0
  let end = from
  while (end < list.length && (end === from || weight < AT_A_TIME)) weight += objectsIn(list[end++])
  return list.slice(from, end)
}

/** How much the validators have to do: an object and its members as one, and what is in it. */
function objectsIn(value: unknown): number {
  if (typeof value !== 'object' || value === null) return 0.1
  return Object.values(value).reduce((sum: number, inner) => sum + objectsIn(inner), 1)
}

/** What the validators say of an entry names its place in the whole list. */
function movedOn(error: unknown, member: string, by: number): unknown {
  if (!(error instanceof BadRequestException)) return error
  const { message } = error.getResponse() as { message: string | string[] }
  const moved = [message]
    .flat()
    .map((one) => (one.startsWith(`${member}.`) ? one.replace(/\.(\d{1,9})\./, (_, place: string) => `.${Number(place) + by}.`) : one))
  return new BadRequestException(moved)
}
