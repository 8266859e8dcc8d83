import { DAY_PARTS, type DayPart } from '@bobbin/core'
import { IsDateString, IsIn, IsOptional, IsString, Matches } from 'class-validator'
import { LensDto } from '../runs/index.js'

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
