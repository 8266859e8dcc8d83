import { Type } from 'class-transformer'
import { IsBoolean, IsInt, IsNotEmpty, IsNumber, IsOptional, IsString, Max, MaxLength, Min, ValidateNested } from 'class-validator'
import { trimmed } from '../platform/validation.js'

export class TrackerDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the tracker' })
  @MaxLength(100)
  name: string
  @trimmed()
  @IsString()
  @MaxLength(2000)
  url: string
  /** Sent as a bearer token; undefined keeps the one that is set, null sends none. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  token?: string | null
  /** What both sides sign with; by itself one is made, and shown once. */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  secret?: string
}

/** A region of a picture, in shares of its width and height. */
export class RegionDto {
  @IsNumber()
  @Min(0)
  @Max(1)
  x: number
  @IsNumber()
  @Min(0)
  @Max(1)
  y: number
  @IsNumber()
  @Min(0)
  @Max(1)
  width: number
  @IsNumber()
  @Min(0)
  @Max(1)
  height: number
}

export class NewDefectDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Give the defect a title' })
  @MaxLength(300)
  title: string
  @IsString()
  @MaxLength(50_000)
  text: string
  /** A picture that goes along. */
  @IsOptional()
  @IsInt()
  attachmentId?: number | null
  /** Drawn on it. */
  @IsOptional()
  @ValidateNested()
  @Type(() => RegionDto)
  region?: RegionDto | null
}

export class LinkDefectDto {
  /** As the tracker calls it; null unlinks. */
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(200)
  key?: string | null
}

export class DefectStateDto {
  @IsBoolean()
  open: boolean
  @trimmed()
  @IsString()
  @MaxLength(5000)
  comment: string
}

export class DefectSearchDto {
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string
}
