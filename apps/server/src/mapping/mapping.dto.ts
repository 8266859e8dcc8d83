import { MAPPING_FILTERS, MAPPING_RULE_KINDS, type MappingFilter, type MappingRuleKind } from '@bobbin/core'
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
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import { PageDto } from '../platform/page.dto.js'

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

export class StampsOfDto {
  /** What the source tree is called. */
  @IsString()
  @IsNotEmpty()
  @MaxLength(200)
  tree: string
}

export class PushedStepDto {
  @IsString()
  @MaxLength(2000)
  action: string
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  expected?: string
}

export class PushedTestDto {
  @IsString()
  @IsNotEmpty()
  @MaxLength(1000)
  file: string
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  suites: string[]
  @IsString()
  @IsNotEmpty()
  @MaxLength(1000)
  name: string
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => PushedStepDto)
  steps: PushedStepDto[]
}

export class PushDto {
  /** The source tree that a scan told them of. */
  @IsString()
  @IsNotEmpty()
  @MaxLength(200)
  tree: string
  /** Names of areas, outermost first; those that are missing are made. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @IsNotEmpty({ each: true })
  @MaxLength(200, { each: true })
  area: string[]
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => PushedTestDto)
  tests: PushedTestDto[]
}

export class MappingRuleDto {
  @IsIn(MAPPING_RULE_KINDS)
  kind: MappingRuleKind
  @IsString()
  @IsNotEmpty()
  @MaxLength(300)
  from: string
  @IsString()
  @IsNotEmpty()
  @MaxLength(300)
  to: string
}

export class MappingRulesDto {
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => MappingRuleDto)
  rules: MappingRuleDto[]
}

export class ScriptSplitDto {
  @IsInt()
  script: number
  /** Which of its other names. */
  @Matches(/^[0-9a-f]{64}$/, { message: 'identity is 64 hexadecimal digits, as the script says' })
  identity: string
}

export class RenameAnswerDto {
  /** The new script is the old one. */
  @IsBoolean()
  same: boolean
}
