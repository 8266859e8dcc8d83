import { Transform, Type } from 'class-transformer'
import { IsArray, IsIn, IsInt, IsOptional, IsString } from 'class-validator'
import type { ComparedKind } from '../contract/index.js'
import { LensDto } from '../runs/index.js'

const KINDS: readonly ComparedKind[] = ['worse', 'better', 'other', 'onlyLeft', 'onlyRight', 'same']
/** What is told of a comparison by itself. */
export const DIFFERING: readonly ComparedKind[] = ['worse', 'better', 'other']

export class BuildsDto extends LensDto {
  /** By itself the one with the most builds. */
  @IsOptional()
  @IsString()
  pipeline?: string
}

export class CompareDto {
  /** The id of a run. */
  @Type(() => Number)
  @IsInt()
  left: number
  @Type(() => Number)
  @IsInt()
  right: number
  /** Which rows are told, comma-separated; by itself those that differ. */
  @IsOptional()
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.split(',') : value))
  @IsArray()
  @IsIn(KINDS, { each: true })
  kinds?: ComparedKind[]
}
