import { ACT_KINDS, type ActKind, type ActorKind } from '@bobbin/core'
import { Type } from 'class-transformer'
import { IsDateString, IsIn, IsInt, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { PageDto } from '../platform/page.dto.js'

const ACTORS: readonly ActorKind[] = ['person', 'token', 'agent', 'system']

export class ActFilterDto extends PageDto {
  /** One subject, as kind:id. */
  @IsOptional()
  @IsString()
  @Matches(/^[a-z]{1,20}:\d{1,9}$/, { message: 'subject must be a kind and a number, such as case:12' })
  subject?: string
  @IsOptional()
  @IsIn(ACT_KINDS)
  kind?: ActKind
  @IsOptional()
  @IsIn(ACTORS)
  actor?: ActorKind
  /** The number of somebody's account. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  account?: number
  /** Words in the name of the subject. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string
  /** From this day on, or until it, as YYYY-MM-DD. */
  @IsOptional()
  @IsDateString({ strict: true })
  from?: string
  @IsOptional()
  @IsDateString({ strict: true })
  until?: string
}

export class ActExportDto extends ActFilterDto {
  @IsIn(['csv', 'ndjson'])
  format: 'csv' | 'ndjson'
}
