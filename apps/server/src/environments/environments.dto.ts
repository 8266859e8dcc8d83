import type { MaintenanceWindow } from '@bobbin/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  IsUrl,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { trimmed } from '../platform/validation.js'

export class RecurrenceDto {
  /** The value of RRULE (RFC 5545). */
  @IsString()
  @MaxLength(500)
  rule: string
  /** The first time, by the clocks of the zone: `2026-11-30T06:00:00`. */
  @IsString()
  @MaxLength(30)
  start: string
  @IsString()
  @MaxLength(100)
  zone: string
}

export class WindowDto {
  @IsString()
  @MaxLength(500)
  note: string
  @IsInt()
  @Min(1)
  @Max(44_640)
  minutes: number
  /** Once; or again and again. */
  @IsOptional()
  @IsISO8601()
  at?: string
  @IsOptional()
  @ValidateNested()
  @Type(() => RecurrenceDto)
  recurrence?: RecurrenceDto
}

export class EnvironmentDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the environment' })
  @MaxLength(200)
  name: string
  @IsOptional()
  @trimmed()
  @IsUrl(
    { protocols: ['http', 'https'], require_protocol: true, require_tld: false },
    { message: 'An address begins with http:// or https://' },
  )
  @MaxLength(2000)
  address?: string | null
  @IsObject()
  attributes: Record<string, string>
  @IsObject()
  variables: Record<string, string>
  @IsArray()
  @ArrayMaxSize(200)
  @IsString({ each: true })
  @MaxLength(100, { each: true })
  profiles: string[]
  @IsOptional()
  @IsString()
  @MaxLength(200)
  runAs?: string | null
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => WindowDto)
  maintenance: WindowDto[]
  @IsOptional()
  @trimmed()
  @IsUrl(
    { protocols: ['http', 'https'], require_protocol: true, require_tld: false },
    { message: 'A probe asks an address that begins with http:// or https://' },
  )
  @MaxLength(2000)
  probeUrl?: string | null
  /** The status that a probe must be answered with; 200 to 299 without one. */
  @IsOptional()
  @IsInt()
  @Min(100)
  @Max(599)
  probeStatus?: number | null
  /** A text that the answer must hold. */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  probeText?: string | null
  @IsBoolean()
  protected: boolean
  @IsBoolean()
  schedules: boolean
}

export const asWindows = (windows: readonly WindowDto[]): MaintenanceWindow[] =>
  windows.map(({ note, minutes, at, recurrence }) => ({ note, minutes, ...(recurrence ? { recurrence: { ...recurrence } } : { at }) }))

export class SecretDto {
  @IsString()
  @IsNotEmpty({ message: 'A secret has at least one character' })
  @MaxLength(20_000)
  value: string
}

export class OpenEnvironmentDto {
  @IsInt()
  @Min(1)
  @Max(10_080)
  minutes: number
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say why it is opened; the record keeps it' })
  @MaxLength(500)
  reason: string
}

export class ProfileDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the profile' })
  @MaxLength(100)
  name: string
  @IsOptional()
  @IsString()
  @MaxLength(100)
  browser?: string | null
  @IsOptional()
  @IsString()
  @MaxLength(100)
  device?: string | null
  @IsOptional()
  @IsString()
  @MaxLength(100)
  os?: string | null
  @IsOptional()
  @IsString()
  @MaxLength(100)
  locale?: string | null
}

export class ReleaseDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the release' })
  @MaxLength(100)
  name: string
  @IsOptional()
  @IsISO8601({ strict: true })
  @MaxLength(10)
  startsOn?: string | null
  @IsOptional()
  @IsISO8601({ strict: true })
  @MaxLength(10)
  dueOn?: string | null
  @IsIn(['open', 'closed'])
  state: 'open' | 'closed'
  @IsString()
  @MaxLength(5000)
  note: string
}
