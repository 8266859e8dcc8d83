import { IsIn, IsOptional, IsString } from 'class-validator'
import { LensDto } from '../runs/index.js'

export class WeaveDto extends LensDto {
  /** By itself the one with the most builds. */
  @IsOptional()
  @IsString()
  pipeline?: string
  /** Tests that always passed, too. */
  @IsOptional()
  @IsIn(['true'])
  all?: 'true'
}
