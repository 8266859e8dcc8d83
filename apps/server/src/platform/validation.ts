import { Transform } from 'class-transformer'
import { isSafePath } from '@bobbin/core'
import { ValidateBy, ValidateIf } from 'class-validator'

/** Spaces around a text do not count. */
export const trimmed = () => Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value))

/** Comma-separated values of a query. */
export const listed = () =>
  Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',').filter(Boolean) : value))

/** May be left out, but not null. */
export const maybe = () => ValidateIf((_, value) => value !== undefined)

/** The path of a source file, which runners are given. */
export const IsSourcePath = () =>
  ValidateBy({
    name: 'isSourcePath',
    validator: {
      validate: (value) => typeof value === 'string' && isSafePath(value),
      defaultMessage: (given) =>
        `“${String(given?.value).slice(0, 200)}” can be no source file: a path from the root of the sources, without “..” or a dash in front`,
    },
  })
