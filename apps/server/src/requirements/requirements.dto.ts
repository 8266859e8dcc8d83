import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  IsUrl,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { trimmed } from '../platform/validation.js'
import { LensDto } from '../runs/index.js'

/** Of one requirement, as somebody gives it. */
const KEY = /^\S{1,60}$/
const WEB = { protocols: ['http', 'https'], require_protocol: true, require_tld: false }

export class RequirementsDto extends LensDto {
  /** The key of a case: only what it verifies. */
  @IsOptional()
  @IsString()
  @MaxLength(40)
  case?: string
  /** At most so many rows. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(1000)
  limit?: number
  /** So many rows stand before the first one. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  @Max(10_000_000)
  offset?: number
}

export class RequirementDto {
  /** By itself the next R-…; without blanks. */
  @IsOptional()
  @trimmed()
  @Matches(KEY, { message: 'A key is one word of at most 60 characters' })
  key?: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say what must hold' })
  @MaxLength(500)
  name: string
  @IsOptional()
  @IsString()
  @MaxLength(20_000)
  note?: string
  /** Of the page where it is kept, if that is outside. */
  @IsOptional()
  @trimmed()
  @IsUrl(WEB, { message: 'The address begins with https:// or http://' })
  @MaxLength(2000)
  address?: string | null
}

export class TiesDto {
  /** Keys of cases that verify it. */
  @IsArray()
  @ArrayMaxSize(1000)
  @IsString({ each: true })
  add: string[]
  /** Keys of cases that verify it no more. */
  @IsArray()
  @ArrayMaxSize(1000)
  @IsString({ each: true })
  remove: string[]
}

export class RequirementLineDto {
  @Matches(KEY, { message: 'A key is one word of at most 60 characters' })
  key: string
  @IsString()
  @IsNotEmpty()
  @MaxLength(500)
  name: string
  @IsOptional()
  @IsUrl(WEB)
  @MaxLength(2000)
  address?: string | null
}

export class RequirementLinesDto {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => RequirementLineDto)
  rows: RequirementLineDto[]
}
