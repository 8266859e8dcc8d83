import { BY_HAND, type ByHand } from '@bobbin/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { RecurrenceDto } from '../environments/index.js'
import { trimmed } from '../platform/validation.js'

export class PlanSuiteDto {
  @IsInt()
  id: number
  /** Variables of its scripts, over those of the environment. */
  @IsObject()
  parameters: Record<string, string>
}

export class PlanCellDto {
  @IsInt()
  environmentId: number
  @IsOptional()
  @IsString()
  @MaxLength(100)
  profile?: string | null
  @IsOptional()
  @IsInt()
  ownerId?: number | null
  @IsOptional()
  @IsInt()
  poolId?: number | null
  @IsOptional()
  @IsInt()
  handoffId?: number | null
  @IsOptional()
  @IsInt()
  releaseId?: number | null
  @IsObject()
  parameters: Record<string, string>
  /** Which cases of its suites people do: none, those that no script verifies, or all. */
  @IsOptional()
  @IsIn(BY_HAND)
  byHand?: ByHand
  /** Who does them. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(50)
  @IsInt({ each: true })
  people?: number[]
  /** A case begins when those before it are done. */
  @IsOptional()
  @IsBoolean()
  inOrder?: boolean
  /** So many days after the start they are due. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(365)
  dueDays?: number | null
}

export class PlanTimeDto {
  @IsIn(['once', 'rule', 'build', 'plan'])
  kind: 'once' | 'rule' | 'build' | 'plan'
  @IsOptional()
  @IsISO8601()
  at?: string | null
  @IsOptional()
  @ValidateNested()
  @Type(() => RecurrenceDto)
  recurrence?: RecurrenceDto | null
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(200)
  pipeline?: string | null
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(300)
  branch?: string | null
  @IsOptional()
  @IsInt()
  afterPlanId?: number | null
}

export class PlanDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the plan' })
  @MaxLength(200)
  name: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the pipeline that its runs belong to' })
  @MaxLength(200)
  pipeline: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the branch' })
  @MaxLength(300)
  branch: string
  @IsBoolean()
  newestBuild: boolean
  @IsInt()
  @Min(0)
  @Max(5)
  retries: number
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(1_000_000)
  retryUnless?: number | null
  @IsIn(['time', 'count', 'file'])
  split: 'time' | 'count' | 'file'
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(500)
  shards?: number | null
  @IsIn(['queue', 'skip', 'stop'])
  overlap: 'queue' | 'skip' | 'stop'
  @IsIn(['once', 'skip'])
  missed: 'once' | 'skip'
  @IsOptional()
  @IsInt()
  releaseId?: number | null
  @IsBoolean()
  paused: boolean
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => PlanSuiteDto)
  suites: PlanSuiteDto[]
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => PlanCellDto)
  cells: PlanCellDto[]
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => PlanTimeDto)
  times: PlanTimeDto[]
}

export class StartDto {
  /** Outside the record, and kept for a day. */
  @IsOptional()
  @IsBoolean()
  trial?: boolean
}

export class RerunDto {
  /** Which results are run again: all that failed, errored or did not run; or those of some scripts. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20_000)
  @IsInt({ each: true })
  scripts?: number[]
}

export class HeldDto {
  @IsInt()
  part: number
  @IsUUID()
  lease: string
}

export class WorkDto {
  /** Of the agent, as it was registered. */
  @IsUUID()
  key: string
  /** Parts that it runs, with the lease of each. */
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => HeldDto)
  held: HeldDto[]
  /** So long it waits for work at most, in seconds; 0 answers at once. */
  @IsInt()
  @Min(0)
  @Max(50)
  wait: number
  /** It is free for one more. */
  @IsBoolean()
  free: boolean
  /** It ends, and asks for nothing more. */
  @IsOptional()
  @IsBoolean()
  leaving?: boolean
}

export class PartLogDto {
  @IsUUID()
  lease: string
  /** Where the piece begins in the output of the part, in characters. */
  @IsInt()
  @Min(0)
  at: number
  @IsString()
  @MaxLength(1_000_000)
  text: string
}

export class PartEndDto {
  @IsUUID()
  lease: string
  /** Given back: its agent ends, and another one is to take it. */
  @IsIn(['done', 'failed', 'stopped', 'givenBack'])
  state: 'done' | 'failed' | 'stopped' | 'givenBack'
  @IsOptional()
  @IsInt()
  exitCode?: number | null
  /** Why, where it failed. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  said?: string | null
}

export class LogFromDto {
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  from?: number
}

export class StopDto {
  /** Only the parts of one run. */
  @IsOptional()
  @IsInt()
  runId?: number
}

export class DayDto {
  /** The moment that the day begins with; by itself midnight UTC. */
  @IsOptional()
  @IsISO8601()
  from?: string
}
