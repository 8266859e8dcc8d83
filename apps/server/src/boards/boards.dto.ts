import { DAY_PARTS, type DayPart, TILE_KINDS, type TileKind } from '@bobbin/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Length,
  Max,
  Min,
  ValidateNested,
} from 'class-validator'

const MOST_SPAN = 500

export class TileDto {
  @IsIn(TILE_KINDS)
  kind: TileKind
  @IsBoolean()
  wide: boolean
  @IsOptional()
  @IsIn(DAY_PARTS)
  by?: DayPart
  @IsOptional()
  @IsString()
  @Length(1, 200)
  pipeline?: string
}

export class BoardLensDto {
  @IsOptional()
  @IsString()
  @Length(1, 200)
  branch?: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  environments?: string[]
  @IsOptional()
  @IsString()
  @Length(1, 200)
  profile?: string
  @IsOptional()
  @IsString()
  @Length(1, 200)
  release?: string
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(MOST_SPAN)
  span?: number
}

export class BoardDto {
  @IsString()
  @Length(1, 80)
  name: string
  /** Others of the project see it, too. */
  @IsBoolean()
  shared: boolean
  @ValidateNested()
  @Type(() => BoardLensDto)
  lens: BoardLensDto
  @IsArray()
  // each kind once: its settings are those of its data
  @ArrayUnique((tile: TileDto) => tile.kind)
  @ValidateNested({ each: true })
  @Type(() => TileDto)
  tiles: TileDto[]
}
