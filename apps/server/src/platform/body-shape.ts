import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js'
import { getMetadataStorage } from 'class-validator'
import { Problem } from './problem.js'

/** What has no bound of its own, in a body: so many entries of a list, and members of an object. */
const MOST_ENTRIES = 1000

type Class = abstract new (...args: never[]) => unknown

interface Member {
  /** Entries that it may have; null where its class bounds none. */
  most: number | null
  /** The class of its value, or of the entries of its list. */
  nested: Class | null
  /** Entries are texts or numbers. */
  plain: boolean
  /** Whether it may be left out, or be null. */
  optional: boolean
}

const PLAIN = new Set(['isString', 'isInt', 'isNumber', 'isIn', 'isUuid', 'isBoolean', 'matches'])

const shapes = new WeakMap<Class, ReadonlyMap<string, Member>>()

/** What the decorators of a class say of its members: those of class-validator, and `@Type` of class-transformer. */
export function shapeOf(dto: Class): ReadonlyMap<string, Member> {
  const known = shapes.get(dto)
  if (known) return known
  const shape = new Map<string, Member>()
  const rules = getMetadataStorage().getTargetValidationMetadatas(dto, '', true, false)
  for (const { propertyName, name, type, each, constraints } of rules) {
    const member = shape.get(propertyName) ?? { most: null, nested: nestedIn(dto, propertyName), plain: false, optional: false }
    if (type === 'conditionalValidation') member.optional = true
    if (each && PLAIN.has(name ?? '')) member.plain = true
    if (name === 'arrayMaxSize') member.most = Number((constraints as unknown[])[0])
    shape.set(propertyName, member)
  }
  shapes.set(dto, shape)
  return shape
}

function nestedIn(dto: Class, name: string): Class | null {
  const type = defaultMetadataStorage.findTypeMetadata(dto, name)
  const nested: unknown = type?.typeFunction?.()
  // `@Type(() => Number)` is a conversion, not a class with members
  return typeof nested === 'function' && nested !== Number && nested !== String && nested !== Boolean ? (nested as Class) : null
}

/**
 * Refuses at the first: a member that no decorator knows, a list that is longer than it may be, an entry that is no object where objects are asked
 * for, an object that is missing. The validators come afterwards, and take their time for each member; this takes a look-up.
 * @throws Problem invalid
 */
export function refuseOtherShape(value: unknown, dto: Class | null, path = '', own: Member | null = null): void {
  if (typeof value !== 'object' || value === null) return
  if (Array.isArray(value)) refuseOtherList(value, dto, path, own)
  else refuseOtherObject(value as Record<string, unknown>, dto, path)
}

function refuseOtherList(list: readonly unknown[], dto: Class | null, path: string, own: Member | null): void {
  const most = own?.most ?? MOST_ENTRIES
  const name = path || 'The request'
  if (list.length > most)
    throw new Problem('invalid', 'tooLong', `${name} must contain no more than ${most} elements; it has ${list.length}`)
  list.forEach((entry, place) => {
    const isObject = typeof entry === 'object' && entry !== null
    if (isObject && own?.plain) throw new Problem('invalid', 'otherShape', `${name}.${place} must be a single value`)
    if (dto && (!isObject || Array.isArray(entry))) throw new Problem('invalid', 'otherShape', `${name}.${place} must be an object`)
    refuseOtherShape(entry, dto, `${path}.${place}`)
  })
}

function refuseOtherObject(value: Record<string, unknown>, dto: Class | null, path: string): void {
  const shape = dto && shapeOf(dto)
  const placeOf = (name: string) => (path ? `${path}.${name}` : name)
  let members = 0
  for (const name in value) {
    if (!Object.hasOwn(value, name)) continue
    const member = shape?.get(name)
    if (shape && !member)
      throw new Problem('invalid', 'unknownField', `${path ? `${path}.` : ''}property ${name.slice(0, 100)} should not exist`)
    if (++members > MOST_ENTRIES) throw new Problem('invalid', 'tooLong', `${path || 'The request'} has more than ${MOST_ENTRIES} members`)
    refuseOtherShape(value[name], member?.nested ?? null, placeOf(name), member ?? null)
  }
  for (const [name, { nested, optional }] of shape ?? [])
    if (nested && !optional && (typeof value[name] !== 'object' || value[name] === null))
      throw new Problem('invalid', 'otherShape', `${placeOf(name)} is missing, or is no object`)
}
