import { CASE_INTENTS, CASE_STATES } from '@bobbin/core'
import { Transform, Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import type { CaseIntent, CaseState, CaseStep } from '../contract/index.js'
import { listed, maybe, trimmed } from '../platform/validation.js'
import { PageDto } from '../platform/page.dto.js'

const MOST_AT_ONCE = 50_000

export class CaseStepDto implements CaseStep {
  @IsString()
  @MaxLength(10_000)
  action: string
  @IsString()
  @MaxLength(10_000)
  expected: string
}

export class CaseEditDto {
  /** The version that was edited; a newer one on the server refuses the edit, and answers it. */
  @IsInt()
  version: number
  @maybe()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'A case needs a title' })
  @MaxLength(1000)
  title?: string
  @maybe()
  @IsString()
  @MaxLength(100_000)
  preconditions?: string
  @maybe()
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => CaseStepDto)
  steps?: CaseStepDto[]
  @maybe()
  @IsInt()
  @Min(1)
  @Max(4)
  priority?: number
  @maybe()
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  tags?: string[]
  @IsOptional()
  @IsInt()
  ownerId?: number | null
  @IsOptional()
  @IsInt()
  areaId?: number | null
  /** Without it, a change of what the case says takes an approval away. */
  @maybe()
  @IsIn(CASE_STATES)
  state?: CaseState
  @maybe()
  @IsIn(CASE_INTENTS)
  intent?: CaseIntent
  /** How long it takes by hand, in seconds. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(8_640_000)
  estimateS?: number | null
  /** Keys of cases whose output it uses: its scripts run after theirs. */
  @maybe()
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(40, { each: true })
  runsAfter?: string[]
}

export class NewCaseDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'A case needs a title' })
  @MaxLength(1000)
  title: string
  @IsOptional()
  @IsInt()
  areaId?: number | null
}

export class FromTemplateDto {
  @IsString()
  @IsNotEmpty()
  @MaxLength(60)
  template: string
  /** Which of its cases, by their places from 0; all where none are named. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @IsInt({ each: true })
  @Min(0, { each: true })
  places?: number[]
  /** The area that the template's own area is made in; the top where none is named. */
  @IsOptional()
  @IsInt()
  areaId?: number | null
}

export class OutlineDto {
  @IsString()
  @IsNotEmpty({ message: 'Paste at least one line' })
  @MaxLength(1_000_000)
  text: string
  @IsOptional()
  @IsInt()
  areaId?: number | null
}

export class CaseFilterDto extends PageDto {
  /** In key, title, tags and owner. */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  search?: string
  /** An area and everything below it. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  area?: number
  /** Those that no script verifies. */
  @IsOptional()
  @IsIn(['uncovered'])
  only?: 'uncovered'
  @IsOptional()
  @listed()
  @IsArray()
  @IsIn(CASE_STATES, { each: true })
  state?: CaseState[]
  @IsOptional()
  @listed()
  @Transform(({ value }: { value: unknown }) => (Array.isArray(value) ? value.map(Number) : value))
  @IsArray()
  @IsInt({ each: true })
  priority?: number[]
  @IsOptional()
  @listed()
  @IsArray()
  @IsIn(CASE_INTENTS, { each: true })
  intent?: CaseIntent[]
  /** Ids of accounts; 0 is nobody. */
  @IsOptional()
  @listed()
  @Transform(({ value }: { value: unknown }) => (Array.isArray(value) ? value.map(Number) : value))
  @IsArray()
  @IsInt({ each: true })
  owner?: number[]
  @IsOptional()
  @IsString()
  @MaxLength(60)
  tag?: string
  /** A column; with a dash before it, the other way round. Without it, in the order of the areas. */
  @IsOptional()
  @Matches(/^-?(key|title|area|priority|owner|state|intent|estimate|updated|scripts)$/)
  sort?: string
}

export class CaseKeysDto {
  @IsArray()
  @ArrayMinSize(1, { message: 'Name at least one case' })
  @ArrayMaxSize(MOST_AT_ONCE)
  @IsString({ each: true })
  keys: string[]
}

/** What is changed in all of them; what is left out stays as it is in each. */
export class BulkSetDto {
  @maybe()
  @IsInt()
  @Min(1)
  @Max(4)
  priority?: number
  @IsOptional()
  @IsInt()
  ownerId?: number | null
  @IsOptional()
  @IsInt()
  areaId?: number | null
  @maybe()
  @IsIn(CASE_STATES)
  state?: CaseState
  @maybe()
  @IsIn(CASE_INTENTS)
  intent?: CaseIntent
  @maybe()
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  addTags?: string[]
  @maybe()
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  removeTags?: string[]
}

export class BulkDto extends CaseKeysDto {
  @ValidateNested()
  @Type(() => BulkSetDto)
  set: BulkSetDto
}

export class NewAreaDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'An area needs a name' })
  @MaxLength(200)
  name: string
  @IsOptional()
  @IsInt()
  parentId?: number | null
}

export class AreaEditDto {
  @maybe()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'An area needs a name' })
  @MaxLength(200)
  name?: string
  /** The area it moves into; null is the top. */
  @IsOptional()
  @IsInt()
  parentId?: number | null
  /** The area of the same parent that it stands before; null is the end. */
  @IsOptional()
  @IsInt()
  before?: number | null
}

export class CaseExportDto extends CaseFilterDto {
  @IsIn(['csv', 'xlsx', 'json'])
  format: 'csv' | 'xlsx' | 'json'
  /** Only these, by key. */
  @IsOptional()
  @listed()
  @IsArray()
  @ArrayMaxSize(5000)
  @IsString({ each: true })
  keys?: string[]
}

export class ImportDto {
  /** Only says what each row would do. */
  @IsOptional()
  @Transform(({ value }: { value: unknown }) => value === 'true' || value === true)
  @IsBoolean()
  preview?: boolean
}
