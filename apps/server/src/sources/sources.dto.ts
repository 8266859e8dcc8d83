import { SOURCE_KINDS } from '@bobbin/core'
import { IsBoolean, IsIn, IsInt, IsNotEmpty, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import type { SourceKind } from '../contract/index.js'
import { trimmed } from '../platform/validation.js'

export class SourceDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the source' })
  @MaxLength(200)
  name: string
  @IsIn(SOURCE_KINDS)
  kind: SourceKind
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say which folder or address it is' })
  @MaxLength(2000)
  address: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the pipeline' })
  @MaxLength(200)
  pipeline: string
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
  /** The build’s name, in which `{folder}` stands for the folder below the source; without it the build is named by the file’s time. */
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(100)
  build?: string | null
  @IsInt()
  @Min(30, { message: 'A source is looked into every 30 seconds at most' })
  @Max(604_800)
  everySeconds: number
}

export class SourcePausedDto {
  @IsBoolean()
  paused: boolean
}
