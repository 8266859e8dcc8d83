import type { JsonObject, JsonValue } from './stream.js'

/** Fields of values that a runner may have written in another type than agreed: what does not fit is null or empty, never a crash. */
export const textOf = (value: JsonValue | undefined): string | null => (typeof value === 'string' ? value : null)

/** A text, also where a number or truth value stands. */
export const wordOf = (value: JsonValue | undefined): string | null =>
  typeof value === 'string' ? value : typeof value === 'number' || typeof value === 'boolean' ? String(value) : null

/** A finite number. */
export const numberOf = (value: JsonValue | undefined): number | null =>
  typeof value === 'number' && Number.isFinite(value) ? value : null

export const listOf = (value: JsonValue | undefined): JsonValue[] => (Array.isArray(value) ? value : [])

export const isObject = (value: JsonValue | undefined): value is JsonObject =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export const objectOf = (value: JsonValue | undefined): JsonObject => (isObject(value) ? value : EMPTY)

export const objectsOf = (value: JsonValue | undefined): JsonObject[] => listOf(value).filter(isObject)

export const textsOf = (value: JsonValue | undefined): string[] => listOf(value).filter((item) => typeof item === 'string')

const EMPTY: JsonObject = Object.freeze({})
