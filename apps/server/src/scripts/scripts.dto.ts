import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsInt, IsOptional, IsString, MaxLength } from 'class-validator'
import { PageDto } from '../platform/page.dto.js'

export class ScriptFilterDto extends PageDto {
  @IsOptional()
  @IsString()
  @MaxLength(500)
  search?: string
  @IsOptional()
  @IsIn(['unlinked', 'aside', 'unknownKeys'])
  only?: 'unlinked' | 'aside' | 'unknownKeys'
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
  /** Names of the area in which cases are made, outermost first; by itself the rules of the project say which. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  area?: string[]
}
