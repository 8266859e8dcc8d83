import { COMMENT_KINDS, type CommentKind } from '@bobbin/core'
import { IsBoolean, IsIn, IsNotEmpty, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { trimmed } from '../platform/validation.js'

export class SubjectDto {
  @IsIn(COMMENT_KINDS)
  kind: CommentKind
  /** The id; run:script of a result, case:step of a step. */
  @Matches(/^[0-9]{1,9}(?::[0-9]{1,9})?$/)
  subject: string
}

export class CommentDto extends SubjectDto {
  /** Markdown. */
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Write something' })
  @MaxLength(20_000)
  text: string
  /** Of a cause: goes to its defect in the tracker, too. Needs the right to decide. */
  @IsOptional()
  @IsBoolean()
  toDefect?: boolean
}

export class CommentEditDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Write something, or delete the comment' })
  @MaxLength(20_000)
  text: string
}

export class FollowDto extends SubjectDto {
  @IsBoolean()
  on: boolean
}
