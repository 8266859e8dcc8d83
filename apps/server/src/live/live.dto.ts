import {
  DEEPEST_STEP,
  LIVE_OUTCOMES,
  type LiveAttachment,
  type LiveOutcome,
  type LiveResult,
  type LiveStep,
  MOST_ATTACHED,
  MOST_ATTACHMENTS,
  MOST_STEPS,
} from '@bobbin/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { PlaceDto } from '../intake/index.js'
import { quickly } from '../platform/body-pipe.js'
import { trimmed } from '../platform/validation.js'
import { isSimpleResult, MOST_DURATION_MS, MOST_EPOCH, MOST_FAILURES, MOST_OCCURRENCE, MOST_SUITES } from './simple-result.js'

/** A batch has so many results at most. */
const MOST_RESULTS = 1000

export class OpenFeedDto extends PlaceDto {
  /** Made by the sender: opening with the same key again finds the same feed. */
  @IsUUID()
  key: string
  /** What the sender is called among those of its run: an agent, a machine. */
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the sender, for example by its machine' })
  @MaxLength(200)
  name: string
  @IsOptional()
  @IsString()
  @MaxLength(100)
  framework?: string
  /** How many results will come. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(100_000_000)
  planned?: number
  /** Which shard of the run it is, from 1. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(10_000)
  shard?: number
  /** How many shards the run has. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(10_000)
  shards?: number
  /** After so many seconds without a word the feed counts as interrupted; 300 by default. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(86_400)
  silenceSeconds?: number
}

export class LiveFailureDto {
  @IsOptional()
  @IsString()
  message?: string | null
  @IsOptional()
  @IsString()
  type?: string | null
  @IsOptional()
  @IsString()
  stack?: string | null
}

export class LivePropertyDto {
  @IsString()
  name: string
  @IsString()
  value: string
}

export class LiveStepDto implements LiveStep {
  /** How many steps are around it: steps come in the order in which they ran. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(DEEPEST_STEP)
  level?: number
  /** What kind of step it is: `Given`, `Before`. */
  @IsOptional()
  @IsString()
  keyword?: string | null
  @IsString()
  text: string
  @IsIn(LIVE_OUTCOMES)
  outcome: LiveOutcome
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(MOST_DURATION_MS)
  durationMs?: number | null
  @IsOptional()
  @IsString()
  message?: string | null
}

export class LiveContentDto {
  @IsString()
  @MaxLength(MOST_ATTACHED)
  text: string
  @IsIn(['utf8', 'base64'])
  encoding: 'utf8' | 'base64'
}

export class LiveAttachmentDto implements LiveAttachment {
  @IsString()
  name: string
  @IsOptional()
  @IsString()
  mediaType?: string | null
  @ValidateNested()
  @Type(() => LiveContentDto)
  content: LiveContentDto
}

export class LiveResultDto implements LiveResult {
  @IsString()
  name: string
  /** Names of the enclosing suites, outermost first. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_SUITES)
  @IsString({ each: true })
  suites?: string[]
  @IsOptional()
  @IsString()
  classname?: string | null
  /** Path of the source file from the root of the repository. */
  @IsOptional()
  @IsString()
  file?: string | null
  /** What it is tested on: a browser, a device. */
  @IsOptional()
  @IsString()
  profile?: string | null
  /** 2, 3 … for further tests of the same name in the same place. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(MOST_OCCURRENCE)
  occurrence?: number
  @IsIn(LIVE_OUTCOMES)
  outcome: LiveOutcome
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(MOST_DURATION_MS)
  durationMs?: number | null
  /** Milliseconds since the epoch. */
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(MOST_EPOCH)
  startedAt?: number | null
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_FAILURES)
  @ValidateNested({ each: true })
  @Type(() => LiveFailureDto)
  failures?: LiveFailureDto[]
  /** Why it was skipped, blocked or not run. */
  @IsOptional()
  @IsString()
  reason?: string | null
  @IsOptional()
  @IsString()
  stdout?: string | null
  @IsOptional()
  @IsString()
  stderr?: string | null
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => LivePropertyDto)
  properties?: LivePropertyDto[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_STEPS)
  @ValidateNested({ each: true })
  @Type(() => LiveStepDto)
  steps?: LiveStepDto[]
  /** Small ones; others are delivered. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_ATTACHMENTS)
  @ValidateNested({ each: true })
  @Type(() => LiveAttachmentDto)
  attachments?: LiveAttachmentDto[]
}

export const LIVE_FAULTS = ['load', 'hook', 'suite', 'undelivered', 'bailOut', 'plan', 'crash'] as const

export class LiveFaultDto {
  @IsIn(LIVE_FAULTS)
  code: (typeof LIVE_FAULTS)[number]
  /** What it happened in: a file, a hook. */
  @IsString()
  @IsNotEmpty()
  subject: string
  @IsOptional()
  @IsString()
  message?: string | null
  @IsOptional()
  @IsString()
  stack?: string | null
}

@quickly('results', MOST_RESULTS, isSimpleResult)
export class BatchDto {
  /** 1, 2, 3 …: a batch is taken once, and in order. Without results it only says that the sender is still there. */
  @IsInt()
  @Min(1)
  number: number
  @IsArray()
  @ArrayMaxSize(MOST_RESULTS)
  @ValidateNested({ each: true })
  @Type(() => LiveResultDto)
  results: LiveResultDto[]
  /** What went wrong outside any test; tests that are missing because of it did not run. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => LiveFaultDto)
  faults?: LiveFaultDto[]
  /** It is the last one, and the feed is closed with it: so that a runner that ends waits for one answer. */
  @IsOptional()
  @IsIn(['closed', 'stopped'])
  close?: 'closed' | 'stopped'
}

export class CloseFeedDto {
  /** How many batches were sent in all. */
  @IsInt()
  @Min(0)
  batches: number
  /** The runner ended because it was asked to stop. */
  @IsOptional()
  @IsIn(['closed', 'stopped'])
  ended?: 'closed' | 'stopped'
}
