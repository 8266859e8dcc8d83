import { MOST_PARAMETER, PARAMETER_NAME } from '@bobbin/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  IsUrl,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { WindowDto } from '../environments/index.js'
import { maybe, trimmed } from '../platform/validation.js'

const LABEL = /^[A-Za-z0-9][A-Za-z0-9._:-]{0,59}$/
const LABEL_SAYS = { each: true, message: 'A label is one word of letters, digits and . _ : -' }
const WEB = { protocols: ['http', 'https'], require_protocol: true, require_tld: false }

export class RegisterDto {
  /** What it is called: one agent of a project has a name. */
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the agent' })
  @MaxLength(100)
  name: string
  /** Made by the agent once, and kept by it. */
  @IsUUID()
  key: string
  @IsArray()
  @ArrayMaxSize(100)
  @Matches(LABEL, LABEL_SAYS)
  labels: string[]
  /** None: any profile that it is asked for. */
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(100, { each: true })
  profiles: string[]
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(4096)
  cores?: number
  @IsOptional()
  @IsString()
  @MaxLength(50)
  version?: string
  @IsOptional()
  @IsString()
  @MaxLength(200)
  host?: string
  /** The name of the pool that it belongs to. */
  @IsOptional()
  @IsString()
  @MaxLength(100)
  pool?: string
}

export class AgentDto {
  @IsBoolean()
  paused: boolean
  @IsOptional()
  @IsInt()
  poolId?: number | null
}

export class PoolDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the pool' })
  @MaxLength(100)
  name: string
  @IsNumber()
  @Min(0)
  @Max(100_000)
  costPerMinute: number
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(10_000)
  atOnce?: number | null
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => WindowDto)
  closed: WindowDto[]
  /** Where an agent is asked for by POST; without one the pool has the agents that come by themselves. */
  @IsOptional()
  @IsUrl(WEB)
  @MaxLength(2000)
  startUrl?: string | null
  @IsOptional()
  @IsUrl(WEB)
  @MaxLength(2000)
  stopUrl?: string | null
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(1000)
  most?: number | null
  @IsInt()
  @Min(1)
  @Max(1440)
  idleMinutes: number
  /** What it costs was seen; without it no agent is asked for. */
  @IsBoolean()
  confirmed: boolean
}

export class RecipeParameterDto {
  @Matches(PARAMETER_NAME, { message: 'A parameter is named in letters, digits and _' })
  name: string
  /** The only values that it may have; none where a pattern says. */
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(MOST_PARAMETER, { each: true })
  values: string[]
  /** A regular expression for the whole value, without groups. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  pattern: string | null
  /** What it is where a plan says nothing. */
  @IsOptional()
  @IsString()
  @MaxLength(MOST_PARAMETER)
  fallback: string | null
  /** The variable that its process reads; by itself `BOBBIN_PARAM_` and the name. */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  variable: string | null
}

export class RecipeDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the recipe' })
  @MaxLength(100)
  name: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the framework, as scans call it' })
  @MaxLength(50)
  framework: string
  @IsOptional()
  @IsString()
  @MaxLength(200)
  tree?: string | null
  /** A folder of the agent, or an address that git fetches. */
  @trimmed()
  @IsString()
  @MaxLength(2000)
  source: string
  @trimmed()
  @IsString()
  @MaxLength(200)
  ref: string
  @trimmed()
  @IsString()
  @MaxLength(1000)
  folder: string
  @IsString()
  @MaxLength(10_000)
  prepare: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the command that runs the tests' })
  @MaxLength(10_000)
  command: string
  @IsString()
  @MaxLength(10_000)
  cleanUp: string
  @IsString()
  @MaxLength(2000)
  results: string
  @IsArray()
  @ArrayMaxSize(50)
  @Matches(LABEL, LABEL_SAYS)
  labels: string[]
  @IsBoolean()
  wholeFiles: boolean
  @IsInt()
  @Min(1)
  @Max(1440)
  limitMinutes: number
  /** What plans may choose; left out, nothing. */
  @maybe()
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => RecipeParameterDto)
  parameters?: RecipeParameterDto[]
}

export class HandoffDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the pipeline' })
  @MaxLength(100)
  name: string
  @IsUrl(WEB)
  @MaxLength(2000)
  url: string
  /** The body of the request, with places such as {run} and {token}. */
  @IsString()
  @IsNotEmpty()
  @MaxLength(20_000)
  template: string
  /** Signs each request (HMAC-SHA256); left out, the one that is kept stays. */
  @IsOptional()
  @IsString()
  @MaxLength(1000)
  secret?: string | null
}
