import { IsIn, IsInt, IsNotEmpty, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import type { Role, UnknownTests } from '../contract/index.js'
import { maybe, trimmed } from '../platform/validation.js'

export class ProjectEditDto {
  @maybe()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'A project needs a name' })
  @MaxLength(200)
  name?: string
  @maybe()
  @IsIn(['aside', 'make', 'ask'])
  unknownTests?: UnknownTests
  /** For so many days output, attachments and delivered files are kept; null is for ever. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(36_500)
  keepDetailsDays?: number | null
}

export class MemberEditDto {
  @IsIn(['keeper', 'member'])
  role: Role
}
