import { IsEmail, IsIn, IsNotEmpty, IsString, MaxLength } from 'class-validator'
import type { AccountKind, Role } from '../contract/index.js'
import { maybe, trimmed } from '../platform/validation.js'

export class ProjectEditDto {
  @maybe()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'A project needs a name' })
  @MaxLength(200)
  name?: string
}

export class NewMemberDto {
  @IsEmail({}, { message: 'This is no e-mail address' })
  @MaxLength(320)
  email: string
  /** For somebody who has no account yet. */
  @trimmed()
  @IsString()
  @MaxLength(200)
  name: string
  @IsIn(['engineer', 'tester', 'developer', 'lead'])
  kind: AccountKind
}

export class MemberEditDto {
  @IsIn(['keeper', 'member'])
  role: Role
}
