import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'

export class ScriptFilterDto {
  @IsOptional()
  @IsString()
  @MaxLength(500)
  search?: string
  @IsOptional()
  @IsIn(['unlinked', 'unknownKeys'])
  only?: string
}
