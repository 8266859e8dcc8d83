import { CAUSES, type Cause, GROUP_STATES, type GroupState } from '@bobbin/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { trimmed } from '../platform/validation.js'
import { LensDto } from '../runs/index.js'

export class FailureListDto extends LensDto {
  @IsOptional()
  @IsIn(GROUP_STATES)
  state?: GroupState
  /** What was decided, or that nothing was. */
  @IsOptional()
  @IsIn([...CAUSES, 'none'])
  cause?: Cause | 'none'
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  area?: number
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  team?: number
  /** Whom it was assigned to, or who owns a case behind it. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  owner?: number
  /** Assigned to who is signed in, or to one of their teams. */
  @IsOptional()
  @IsIn(['true'])
  mine?: 'true'
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string
  /** Only what was seen in this run. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  run?: number
}

export class FailureDetailDto extends LensDto {
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(1000)
  limit?: number
}

class VersionDto {
  /** That of the cause as it was seen; where somebody decided meanwhile the answer is a conflict. */
  @IsOptional()
  @IsInt()
  version?: number
}

export class CauseDto extends VersionDto {
  /** Null takes the decision back. */
  @IsOptional()
  @IsIn(CAUSES)
  cause?: Cause | null
}

export class AssignDto extends VersionDto {
  @IsOptional()
  @IsInt()
  accountId?: number | null
  @IsOptional()
  @IsInt()
  teamId?: number | null
}

export class ResolveDto extends VersionDto {
  @trimmed()
  @IsString()
  @MaxLength(2000)
  note: string
}

export class MergeDto {
  /** Causes that count as this one from now on. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsInt({ each: true })
  ids: number[]
}

export class SplitDto {
  /** Wordings that are another cause. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsInt({ each: true })
  signatures: number[]
}

/** Until one of three: a date, a build, the closing of the defect. */
export class MuteUntilDto {
  @IsOptional()
  @IsISO8601()
  untilAt?: string | null
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(200)
  untilBuild?: string | null
  @IsOptional()
  @IsBoolean()
  untilDefect?: boolean
  /** In this environment only. */
  @IsOptional()
  @IsInt()
  environmentId?: number | null
  @trimmed()
  @IsString()
  @MaxLength(2000)
  reason: string
}

export class MuteDto extends MuteUntilDto {
  @IsOptional()
  @IsInt()
  scriptId?: number | null
}

export class QuarantineDto {
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one test' })
  @ArrayMaxSize(200)
  @ArrayUnique()
  @IsInt({ each: true })
  scriptIds: number[]
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say why it goes into quarantine' })
  @MaxLength(2000)
  reason: string
  @IsOptional()
  @IsInt()
  ownerId?: number | null
  /** So many passes in a row on the main branch, and it is out. */
  @IsInt()
  @Min(1)
  @Max(200)
  passes: number
}

export class ExpectedDto {
  @IsBoolean()
  on: boolean
}
