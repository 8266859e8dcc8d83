import type { CaseStep } from '../contract/index.js'
import { Transform, Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator'

const trimmed = () => Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value))

/** May be left out, but not null. */
const maybe = () => ValidateIf((_, value) => value !== undefined)

export class CaseStepDto implements CaseStep {
  @IsString()
  @MaxLength(10_000)
  action: string
  @IsString()
  @MaxLength(10_000)
  expected: string
}

export class CaseEditDto {
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

export class CaseFilterDto {
  @IsOptional()
  @IsString()
  @MaxLength(500)
  search?: string
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  area?: number
  @IsOptional()
  @IsString()
  only?: string
}
