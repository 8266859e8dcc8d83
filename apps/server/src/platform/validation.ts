import { Transform } from 'class-transformer'
import { ValidateIf } from 'class-validator'

/** Spaces around a text do not count. */
export const trimmed = () => Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value))

/** Comma-separated values of a query. */
export const listed = () =>
  Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',').filter(Boolean) : value))

/** May be left out, but not null. */
export const maybe = () => ValidateIf((_, value) => value !== undefined)
