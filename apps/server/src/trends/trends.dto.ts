import { DAY_PARTS, type DayPart } from '@bobbin/core'
import { Transform, Type } from 'class-transformer'
import { IsArray, IsDateString, IsIn, IsInt, IsOptional, IsString, Matches } from 'class-validator'
import type { ActivityKind, ActivityState } from '../contract/index.js'
import { LensDto } from '../runs/index.js'
import { ACTIVITY_KINDS } from './activity.service.js'

export class WeaveDto extends LensDto {
  /** By itself the one with the most builds. */
  @IsOptional()
  @IsString()
  pipeline?: string
  /** Tests that always passed, too. */
  @IsOptional()
  @IsIn(['true'])
  all?: 'true'
}

const DAY = /^\d{4}-\d{2}-\d{2}$/

export class DaysDto extends LensDto {
  /** By what failures are told apart. */
  @IsOptional()
  @IsIn(DAY_PARTS)
  by?: DayPart
  /** The first day of what is to be explained; by itself what stands out. */
  @IsOptional()
  @Matches(DAY)
  @IsDateString({ strict: true })
  from?: string
  /** The last day; by itself the first. */
  @IsOptional()
  @Matches(DAY)
  @IsDateString({ strict: true })
  to?: string
  /** Leaves out runs that count as an outage. */
  @IsOptional()
  @IsIn(['without'])
  outages?: 'without'
}

export class AreasDto extends LensDto {
  @IsOptional()
  @IsIn(['area', 'suite', 'requirement'])
  by?: 'area' | 'suite' | 'requirement'
  /** The id of the plan whose newest start is counted; by itself that of each plan. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  plan?: number
}

export class ActivityDto {
  /** Comma-separated; by itself all. */
  @IsOptional()
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',') : value))
  @IsArray()
  @IsIn(ACTIVITY_KINDS, { each: true })
  kinds?: ActivityKind[]
  @IsOptional()
  @IsString()
  environment?: string
  @IsOptional()
  @IsIn(['going', 'waiting', 'done', 'failed', 'stopped', 'red'])
  state?: ActivityState | 'red'
  /** The name of who began it. */
  @IsOptional()
  @IsString()
  person?: string
  /** The name of a suite that it runs. */
  @IsOptional()
  @IsString()
  suite?: string
}
