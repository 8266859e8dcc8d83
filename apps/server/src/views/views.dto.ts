import { VIEW_PAGES } from '@bobbin/core'
import { Transform } from 'class-transformer'
import { IsBoolean, IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import type { ViewPage } from '../contract/index.js'

export class ViewsOfDto {
  @IsIn(VIEW_PAGES)
  page: ViewPage
}

export class NewViewDto {
  @IsIn(VIEW_PAGES)
  page: ViewPage
  @Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value))
  @IsString()
  @IsNotEmpty({ message: 'Give the view a name' })
  @MaxLength(100)
  name: string
  /** The query of the address. */
  @IsString()
  @MaxLength(8000)
  params: string
  /** Whether others see it too. */
  @IsOptional()
  @IsBoolean()
  shared?: boolean
}
