import { Type } from 'class-transformer'
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
  MaxLength,
  ValidateNested,
} from 'class-validator'
import { PageDto } from '../platform/page.dto.js'

export const MAPPING_FILTERS = [
  'unlinked',
  'sure',
  'choose',
  'broken',
  'stale',
  'silent',
  'moved',
  'duplicate',
  'unknownKeys',
  'linked',
] as const
export type MappingFilter = (typeof MAPPING_FILTERS)[number]

export class MappingFilterDto extends PageDto {
  @IsOptional()
  @IsString()
  @MaxLength(500)
  search?: string
  @IsOptional()
  @IsIn(MAPPING_FILTERS)
  only?: MappingFilter
}

export class LinkDecisionDto {
  @IsInt()
  script: number
  @IsString()
  @IsNotEmpty()
  @MaxLength(50)
  case: string
  @IsIn(['accept', 'reject'])
  verdict: 'accept' | 'reject'
}

export class LinkDecisionsDto {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20_000)
  @ValidateNested({ each: true })
  @Type(() => LinkDecisionDto)
  decisions: LinkDecisionDto[]
}

export class ReviewDto {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(10_000)
  @IsInt({ each: true })
  scripts: number[]
}

export class RenameAnswerDto {
  /** The new script is the old one. */
  @IsBoolean()
  same: boolean
}
