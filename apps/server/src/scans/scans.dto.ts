import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { IsSourcePath } from '../platform/validation.js'

export class NewScanDto {
  /** What the source tree is called: usually the name of its repository. */
  @IsString()
  @IsNotEmpty()
  @MaxLength(200)
  tree: string
  @IsString()
  @IsNotEmpty()
  @MaxLength(250)
  branch: string
  @IsOptional()
  @IsString()
  @MaxLength(100)
  commit?: string
  /** When the commit was made: an older one does not undo what a newer one told. */
  @IsOptional()
  @IsISO8601()
  committedAt?: string
  /** How many source files were read. */
  @IsInt()
  @Min(0)
  @Max(10_000_000)
  files: number
}

export class ScannedTestDto {
  @IsString()
  @IsNotEmpty()
  @MaxLength(50)
  framework: string
  /** From the root of the sources, without `..`. */
  @IsString()
  @IsSourcePath()
  file: string
  @IsInt()
  @Min(1)
  line: number
  @IsInt()
  @Min(1)
  endLine: number
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(2000, { each: true })
  suites: string[]
  @IsString()
  @MaxLength(4000)
  name: string
  /** What its runner reports, as a regular expression, where the name is computed or rows follow it. */
  @IsOptional()
  @IsString()
  @MaxLength(4000)
  pattern?: string | null
  /** The same for its suites. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(50)
  suitePatterns?: (string | null)[] | null
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  title?: string | null
  @IsArray()
  @ArrayMaxSize(200)
  @IsString({ each: true })
  @MaxLength(500, { each: true })
  tags: string[]
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(50, { each: true })
  keys: string[]
  @IsOptional()
  @IsIn(['skip', 'todo'])
  skipped?: 'skip' | 'todo' | null
  /** Hash of the body without comments and layout. */
  @IsOptional()
  @IsString()
  @MaxLength(64)
  fingerprint?: string | null
  /** Characters of the body that the hash is made of. */
  @IsInt()
  @Min(0)
  bodySize: number
  /** The code of the test, where it is sent. */
  @IsOptional()
  @IsString()
  @MaxLength(100_000)
  code?: string | null
}

export class ScannedTestsDto {
  /** Place of the first of these tests among all of the scan, from 0: what is sent twice is stored once. */
  @IsInt()
  @Min(0)
  from: number
  @IsArray()
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => ScannedTestDto)
  tests: ScannedTestDto[]
}

export class UnreadFileDto {
  @IsString()
  @MaxLength(1000)
  file: string
  @IsInt()
  line: number
  @IsInt()
  column: number
  @IsString()
  @MaxLength(2000)
  message: string
}

export class FinishScanDto {
  /** How many tests were sent: a scan of which some are missing is not finished. */
  @IsInt()
  @Min(0)
  tests: number
  /** Files that could not be read: their tests are not gone. */
  @IsArray()
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => UnreadFileDto)
  unread: UnreadFileDto[]
  /** Tell what would change, and change nothing. */
  @IsOptional()
  @IsBoolean()
  dryRun?: boolean
  /** Take in a commit that is older than the last one. */
  @IsOptional()
  @IsBoolean()
  force?: boolean
}
