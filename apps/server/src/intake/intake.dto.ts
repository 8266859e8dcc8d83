import { RUN_SCOPES, type RunScope } from '@bobbin/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, IsArray, IsIn, IsInt, IsNotEmpty, IsOptional, IsString, IsUrl, Matches, Max, MaxLength, Min } from 'class-validator'
import { trimmed } from '../platform/validation.js'

/** Where delivered results belong. Names that are new are made. */
export class PlaceDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the pipeline' })
  @MaxLength(200)
  pipeline: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the build' })
  @MaxLength(100)
  build: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the branch' })
  @MaxLength(300)
  branch: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the environment' })
  @MaxLength(200)
  environment: string
  @IsOptional()
  @trimmed()
  @Matches(/^[0-9A-Za-z._/-]{1,100}$/, { message: 'A commit is letters and digits, as your version control writes it' })
  commit?: string
  /** Who made the change that is built. */
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(200)
  author?: string
  /** The page of the build in its pipeline. */
  @IsOptional()
  @trimmed()
  @IsUrl(
    { protocols: ['http', 'https'], require_protocol: true, require_tld: false },
    { message: 'The address of a build begins with http:// or https://' },
  )
  @MaxLength(2000)
  address?: string
  /** Paths that the build changed, from the root of the repository. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(1000)
  @IsString({ each: true })
  @MaxLength(1000, { each: true })
  changedFiles?: string[]
  /**
   * What this run is called among those of its build in its environment, such as “rerun-1”: without a name there is one. A test has the
   * outcome of the latest run of the build that has it.
   */
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(100)
  run?: string
  /** A trial stays out of the record: no history, comparison or sum has it. */
  @IsOptional()
  @IsIn(['true'])
  trial?: 'true'
  /** What it was tested on: a browser, a device, an operating system. */
  @IsOptional()
  @trimmed()
  @IsString()
  @IsNotEmpty()
  @MaxLength(100)
  profile?: string
  /** The version that is being made ready. One that is new is made. */
  @IsOptional()
  @trimmed()
  @IsString()
  @IsNotEmpty()
  @MaxLength(100)
  release?: string
  /** Whether all tests of the suite ran, or a part of them: a test that is missing in the whole is gone, in a part it is not in the run. */
  @IsOptional()
  @IsIn(RUN_SCOPES)
  scope?: RunScope
}

/** A place, and who sends to it. */
export class TargetDto extends PlaceDto {
  @IsOptional()
  @IsIn(['cli', 'web'])
  source?: 'cli' | 'web' | 'fetched'
  /** How large its files are together: a large delivery is stored first, and read when somebody is free. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  bytes?: number
  /** Which shard of the run it brings, from 1. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(10_000)
  shard?: number
  /** How many shards the run has: it is live until all are in. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(10_000)
  shards?: number
  /** The folder of the sources where the runner ran, as an absolute path: reports that name files by absolute paths are read below it. */
  @IsOptional()
  @IsString()
  @MaxLength(1000)
  root?: string
  /** What the names of the files begin with that says nothing about them: the rest may tell tests apart (TAP). */
  @IsOptional()
  @IsString()
  @MaxLength(1000)
  base?: string
  /** More results of the same part of a plan follow: were its agent lost, what is missing would be run again. */
  @IsOptional()
  @IsIn(['true'])
  more?: 'true'
  /** Nothing more will come: shards that are missing are not waited for. */
  @IsOptional()
  @IsIn(['true'])
  close?: 'true'
}
