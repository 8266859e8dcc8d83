import { ALL_RIGHTS, type Right, UNKNOWN_TESTS } from '@bobbin/core'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  Matches,
  MaxLength,
  Min,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { UnknownTests } from '../contract/index.js'
import { maybe, trimmed } from '../platform/validation.js'

export class ProjectEditDto {
  @maybe()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'A project needs a name' })
  @MaxLength(200)
  @Matches(/^\P{Cc}*$/u, { message: 'A name is one line' })
  name?: string
  /** The branch that everything looks at where nobody says another. */
  @maybe()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the branch' })
  @MaxLength(300)
  defaultBranch?: string
  @maybe()
  @IsIn(UNKNOWN_TESTS)
  unknownTests?: UnknownTests
  /** A key that several tests of the code declare is a finding. */
  @maybe()
  @IsBoolean()
  oneScriptPerKey?: boolean
  /** For so many days output, attachments and delivered files are kept; null is for ever. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(36_500)
  keepDetailsDays?: number | null
  /** For so many days the audit log is kept; null is for ever. */
  @IsOptional()
  @IsInt()
  @Min(30)
  @Max(36_500)
  keepActsDays?: number | null
  /** So many tests may be in quarantine at once. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(10_000)
  quarantineLimit?: number
  /** A cause whose tests passed in so many builds in a row is resolved by itself; null is never. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(100)
  resolveAfter?: number | null
  /** Suggested causes at least so sure are taken without a person; null is never. */
  @IsOptional()
  @IsNumber()
  @Min(0.5)
  @Max(1)
  decideAbove?: number | null
}

export class MemberEditDto {
  /** A built-in role, or one of the project's own. */
  @IsString()
  @IsNotEmpty()
  @MaxLength(60)
  role: string
}

export class MemberRemovalDto {
  /** The account that owns their cases from now on. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  heir?: number
}

export class RoleDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'A role needs a name' })
  @MaxLength(60)
  name: string
  @IsArray()
  @IsIn(ALL_RIGHTS, { each: true })
  rights: Right[]
}

export class TeamDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'A team needs a name' })
  @MaxLength(100)
  name: string
  /** What its members may do besides what their own roles say. */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  role?: string | null
  /** Source folders that it owns. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsString({ each: true })
  @MaxLength(500, { each: true })
  folders: string[]
  /** Numbers of the accounts of its members. */
  @IsArray()
  @ArrayMaxSize(1000)
  @IsInt({ each: true })
  members: number[]
  /** Numbers of areas that it owns, with everything below them. */
  @IsArray()
  @ArrayMaxSize(1000)
  @IsInt({ each: true })
  areas: number[]
}
