import { IsISO8601, IsOptional } from 'class-validator'
import { LensDto } from '../runs/index.js'

export class BriefDto extends LensDto {
  /** Only what came since then. */
  @IsOptional()
  @IsISO8601({ strict: true })
  since?: string
}
