import { VERDICTS, type Verdict } from '@bobbin/core'
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
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateBy,
  ValidateNested,
} from 'class-validator'
import { listed, trimmed } from '../platform/validation.js'

const MOST_CASES = 2000
const MOST_PEOPLE = 50
/** Values by name. */
const MOST_VALUES = 200
const MOST_VALUE = 2000
const IsTexts = () =>
  ValidateBy({
    name: 'isTexts',
    validator: {
      validate: (value: unknown) =>
        typeof value === 'object' &&
        value !== null &&
        !Array.isArray(value) &&
        Object.keys(value).length <= MOST_VALUES &&
        Object.entries(value).every(([name, text]) => name.length <= 100 && typeof text === 'string' && text.length <= MOST_VALUE),
      defaultMessage: () => '$property must be up to 200 texts by name, each of up to 2,000 characters',
    },
  })

/** Characters of what was found, or of a comment. */
const MOST_SAID = 20_000

export class AssignCasesDto {
  /** What people see in their list; by itself the number of cases. */
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name what is to be done' })
  @MaxLength(200)
  name: string
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one case' })
  @ArrayMaxSize(MOST_CASES)
  @IsString({ each: true })
  keys: string[]
  /** Whom they go to; of several, whoever is free takes the next, or the first case goes to the first where they come in order. */
  @IsArray()
  @ArrayMaxSize(MOST_PEOPLE)
  @IsInt({ each: true })
  people: number[]
  /** A case begins when those before it are done. */
  @IsBoolean()
  inOrder: boolean
  @IsOptional()
  @IsISO8601()
  dueAt?: string | null
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the pipeline' })
  @MaxLength(200)
  pipeline: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the branch' })
  @MaxLength(300)
  branch: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the build' })
  @MaxLength(100)
  build: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Choose an environment' })
  @MaxLength(200)
  environment: string
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(100)
  profile?: string | null
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(200)
  release?: string | null
  /** Values to use; one that is empty is asked for. */
  @IsOptional()
  @IsTexts()
  values?: Record<string, string>
}

export class ChangeAssignmentDto {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_PEOPLE)
  @IsInt({ each: true })
  people?: number[]
  /** Null is never. */
  @IsOptional()
  @IsISO8601()
  dueAt?: string | null
}

export class CloseAssignmentDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say why it is closed' })
  @MaxLength(500)
  why: string
}

export class HandOnDto {
  /** Assigned cases that are not done. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_CASES)
  @IsInt({ each: true })
  cases: number[]
  /** Whom they go to; null is whoever takes them. */
  @IsOptional()
  @IsInt()
  accountId?: number | null
}

export class AssignmentsQuery {
  /** Those with something for who asks. */
  @IsOptional()
  @IsIn(['true'])
  mine?: 'true'
  /** Those with something to be done. */
  @IsOptional()
  @IsIn(['true'])
  open?: 'true'
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  run?: number
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  start?: number
}

export class StepDraftDto {
  @IsOptional()
  @IsIn(VERDICTS)
  verdict: Verdict | null
  @IsString()
  @MaxLength(MOST_SAID)
  actual: string
  @IsOptional()
  @IsInt()
  by: number | null
  @IsOptional()
  @IsInt()
  defectId: number | null
}

class BeforeDto {
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(10_000)
  step: number | null
  @IsOptional()
  @IsIn(VERDICTS)
  verdict: Verdict | null
}

export class DraftDto {
  @IsArray()
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  @Type(() => StepDraftDto)
  steps: StepDraftDto[]
  @IsOptional()
  @IsIn(VERDICTS)
  verdict: Verdict | null
  @IsString()
  @MaxLength(MOST_SAID)
  comment: string
  /** Those that were left open, by name. */
  @IsTexts()
  values: Record<string, string>
  @IsNumber()
  @Min(0)
  @Max(1000 * 86_400 * 30)
  spentMs: number
  /** What can be undone. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsArray({ each: true })
  past: BeforeDto[][]
}

export class SaveDraftDto {
  /** The count that this builds on. */
  @IsInt()
  @Min(0)
  version: number
  @ValidateNested()
  @Type(() => DraftDto)
  draft: DraftDto
}

export class FileOfStepDto {
  /** From 0; without one it belongs to the case as a whole. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  @Max(10_000)
  step?: number
}

export class StepDefectDto {
  @IsInt()
  @Min(0)
  version: number
  /** From 0. */
  @IsInt()
  @Min(0)
  step: number
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Give the defect a title' })
  @MaxLength(300)
  title: string
  @IsString()
  @MaxLength(50_000)
  text: string
  /** A picture of the case that goes along. */
  @IsOptional()
  @IsInt()
  fileId?: number | null
}

export class ReportQuery {
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  release?: number
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  plan?: number
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  run?: number
  /** Only these environments, by name. */
  @IsOptional()
  @listed()
  @IsArray()
  @IsString({ each: true })
  environments?: string[]
  @IsOptional()
  @IsString()
  @MaxLength(200)
  person?: string
  /** The time zone in which moments are written, such as Europe/Oslo. */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  zone?: string
}

export class SignOffDto {
  /** One of both. */
  @IsOptional()
  @IsInt()
  runId?: number
  @IsOptional()
  @IsInt()
  releaseId?: number
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say what you sign off, and on what grounds' })
  @MaxLength(5000)
  words: string
}

export class SignOffQuery {
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  run?: number
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  release?: number
}

export class ReopenDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say why it is reopened' })
  @MaxLength(1000)
  why: string
}

export class WorkloadQuery {
  /** The time zone in which days are told, such as Europe/Oslo. */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  zone?: string
}
