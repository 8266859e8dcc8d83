import { CHANGES, type Change } from '@bobbin/core'
import { Transform, Type } from 'class-transformer'
import { SPAN } from '../history/index.js'
import type { Lens } from './lens-sql.js'
import { ArrayMaxSize, IsArray, IsIn, IsInt, IsOptional, IsString, Max, Min } from 'class-validator'

const MOST_SPAN = 500

export class LensDto {
  @IsOptional()
  @IsString()
  branch?: string
  /** Comma-separated names. */
  @IsOptional()
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',').filter((name) => name !== '') : value))
  @IsArray()
  @IsString({ each: true })
  environments?: string[]
  /** How many of the newest builds of each lane are looked at. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(MOST_SPAN)
  span?: number
  /** A browser, device or operating system that runs were made on. */
  @IsOptional()
  @IsString()
  profile?: string
  @IsOptional()
  @IsString()
  release?: string
  /** Trial runs, in place of the record. */
  @IsOptional()
  @IsIn(['true'])
  trial?: 'true'
}

export class SpanDto {
  /** How many of the newest builds of each lane are looked at. */
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(MOST_SPAN)
  span?: number
}

export class ThreadsDto extends SpanDto {
  /** Ids, comma-separated. */
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',').map(Number) : value))
  @IsArray()
  @ArrayMaxSize(1000)
  @IsInt({ each: true })
  scripts: number[]
}

export class RunExportDto {
  @IsIn(['csv', 'json', 'junit', 'ctrf'])
  format: 'csv' | 'json' | 'junit' | 'ctrf'
}

export class ChangeDto extends SpanDto {
  @IsIn(CHANGES)
  change: Change
}

export const lensOf = (dto: LensDto): Lens => ({
  span: dto.span ?? SPAN,
  branch: dto.branch ?? null,
  environments: dto.environments?.length ? dto.environments : null,
  profile: dto.profile || null,
  release: dto.release || null,
  trial: dto.trial === 'true',
})
