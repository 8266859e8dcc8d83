import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import type { SuiteFilter } from '../contract/index.js'
import { trimmed } from '../platform/validation.js'

export class SuiteFilterDto implements SuiteFilter {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  tags?: string[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(4)
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(4, { each: true })
  priorities?: number[]
  @IsOptional()
  @IsInt()
  areaId?: number
  @IsOptional()
  @IsInt()
  ownerId?: number
  @IsOptional()
  @IsInt()
  requirementId?: number
  @IsOptional()
  @IsArray()
  @IsIn(['draft', 'approved'], { each: true })
  states?: ('draft' | 'approved')[]
  @IsOptional()
  @IsBoolean()
  failedLast?: boolean
  @IsOptional()
  @IsBoolean()
  unsteady?: boolean
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(3650)
  notRunDays?: number
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(3650)
  changedDays?: number
}

export class SuiteDto {
  @trimmed()
  @IsString()
  @MaxLength(200)
  folder: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the suite' })
  @MaxLength(200)
  name: string
  @IsString()
  @MaxLength(5000)
  note: string
  /** Null: its cases are chosen one by one. */
  @IsOptional()
  @ValidateNested()
  @Type(() => SuiteFilterDto)
  filter?: SuiteFilterDto | null
  /** Read only, and copied to be used; who manages the project makes one, or takes that back. */
  @IsOptional()
  @IsBoolean()
  template?: boolean
}

export class SuiteCasesDto {
  /** Keys of all its cases, in order. */
  @IsArray()
  @ArrayMaxSize(20_000)
  @IsString({ each: true })
  keys: string[]
}

export class AddCasesDto {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20_000)
  @IsString({ each: true })
  keys?: string[]
  /** An area: every case in it and below, in the order of the tree. */
  @IsOptional()
  @IsInt()
  areaId?: number
}
