import { Type } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'

export class ScriptFilterDto {
  @IsOptional()
  @IsString()
  @MaxLength(500)
  search?: string
  @IsOptional()
  @IsIn(['unlinked', 'unknownKeys'])
  only?: 'unlinked' | 'unknownKeys'
  /** At most so many rows. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(5000)
  limit?: number
}
