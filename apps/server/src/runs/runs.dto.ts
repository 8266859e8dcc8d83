import { CHANGES, type Change } from '@bobbin/core'
import { Transform } from 'class-transformer'
import { IsArray, IsIn, IsOptional, IsString } from 'class-validator'

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
}

export class ChangeDto {
  @IsIn(CHANGES)
  change: Change
}

export const lensOf = (dto: LensDto) => ({ branch: dto.branch ?? null, environments: dto.environments?.length ? dto.environments : null })
