import { Type } from 'class-transformer'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'

export class ScriptFilterDto {
  @IsOptional()
  @IsString()
  @MaxLength(500)
  search?: string
  @IsOptional()
  @IsIn(['unlinked', 'aside', 'unknownKeys'])
  only?: 'unlinked' | 'aside' | 'unknownKeys'
  /** At most so many rows. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(5000)
  limit?: number
  /** So many rows stand before the first one. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  @Max(10_000_000)
  offset?: number
}

export class DecideDto {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(10_000)
  @IsInt({ each: true })
  scripts: number[]
  /** Make a case for each that has none, set them aside, or list them as tests without a case again. */
  @IsIn(['make', 'aside', 'ask'])
  decision: 'make' | 'aside' | 'ask'
}
