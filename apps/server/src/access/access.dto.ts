import { IsEmail, IsIn, IsNotEmpty, IsString, Matches, MaxLength, MinLength } from 'class-validator'
import type { AccountKind, TokenScope } from '../contract/index.js'
import { trimmed } from '../platform/validation.js'

export class SignInDto {
  @IsEmail()
  @MaxLength(320)
  email: string
  @IsString()
  @IsNotEmpty()
  @MaxLength(1024)
  password: string
}

export class NewPasswordDto {
  @IsString()
  @MaxLength(1024)
  current: string
  /** At least 10 characters, as long as you like. */
  @IsString()
  @MinLength(10, { message: 'A password has at least 10 characters' })
  @MaxLength(1024)
  next: string
}

export class NewTokenDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Give the token a name, so that you know later what uses it' })
  @MaxLength(100)
  name: string
  @IsIn(['deliver', 'read'])
  scope: TokenScope
}

export class NewProjectDto {
  /** The project in addresses: small letters, digits and dashes. */
  @Matches(/^[a-z0-9-]{1,40}$/, { message: 'The short name has small letters, digits and dashes, at most 40' })
  slug: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Give the project a name' })
  @MaxLength(200)
  name: string
  /** What the keys of its cases begin with: FERRY makes FERRY-101. */
  @Matches(/^[A-Z][A-Z0-9]{1,14}$/, { message: 'The prefix of the keys has 2 to 15 capital letters and digits, a letter first' })
  keyPrefix: string
}

export class FirstRunDto extends NewProjectDto {
  @IsEmail({}, { message: 'This is no e-mail address' })
  @MaxLength(320)
  email: string
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say what people call you' })
  @MaxLength(200)
  person: string
  @IsIn(['engineer', 'tester', 'developer', 'lead'])
  kind: AccountKind
  /** At least 10 characters, as long as you like. */
  @IsString()
  @MinLength(10, { message: 'A password has at least 10 characters' })
  @MaxLength(1024)
  password: string
}
