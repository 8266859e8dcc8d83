import { ACCOUNT_KINDS, TOKEN_SCOPES } from '@bobbin/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsEmail,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator'
import type { AccountKind, TokenScope } from '../contract/index.js'
import { maybe, trimmed } from '../platform/validation.js'

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
  /** Also ends the tokens that one made. */
  @IsOptional()
  @IsBoolean()
  endTokens?: boolean
}

/** What an agent with a token may be at most: what it says of itself can only narrow that. */
export class AgentBoundsDto {
  /** Null: any pool that it names. */
  @IsOptional()
  @IsInt()
  poolId: number | null
  /** Null: any label. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  labels: string[] | null
  /** Environments whose parts, and secrets, it gets; null: any. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @IsInt({ each: true })
  environments: number[] | null
}

export class NewTokenDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Give the token a name, so that you know later what uses it' })
  @MaxLength(100)
  name: string
  @IsIn(TOKEN_SCOPES)
  scope: TokenScope
  /** For the scope `agent`. */
  @IsOptional()
  @ValidateNested()
  @Type(() => AgentBoundsDto)
  agent?: AgentBoundsDto | null
  /** It can be used for so many days; a year where nothing is said. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(730)
  days?: number
}

export class NewInvitationDto {
  @IsEmail({}, { message: 'This is no e-mail address' })
  @MaxLength(320)
  email: string
  /** What they become: a built-in role, or one of the project's own. */
  @maybe()
  @IsString()
  @MaxLength(60)
  role?: string
}

export class ResetRequestDto {
  @IsEmail({}, { message: 'This is no e-mail address' })
  @MaxLength(320)
  email: string
}

export class OidcStartDto {
  /** A path of Bobbin to go to afterwards. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  @Matches(/^\/(?![/\\])/, { message: 'to must be a path of this server' })
  to?: string
}

export class ResetSecretDto {
  /** What stands behind the # of the link. */
  @IsString()
  @Matches(/^[\w-]{20,100}$/, { message: 'This is no link for a new password; copy it whole' })
  secret: string
}

export class ResetAcceptDto extends ResetSecretDto {
  /** At least 10 characters, as long as you like. */
  @IsString()
  @MinLength(10, { message: 'A password has at least 10 characters' })
  @MaxLength(1024)
  password: string
}

export class InvitationSecretDto {
  /** What stands behind the # of the link. */
  @IsString()
  @Matches(/^[\w-]{20,100}$/, { message: 'This is no link of an invitation; copy it whole' })
  secret: string
}

export class NewAccountDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Say what people call you' })
  @MaxLength(200)
  name: string
  @IsIn(ACCOUNT_KINDS)
  kind: AccountKind
  /** At least 10 characters, as long as you like. */
  @IsString()
  @MinLength(10, { message: 'A password has at least 10 characters' })
  @MaxLength(1024)
  password: string
}

export class AcceptDto extends InvitationSecretDto {
  /** For who is not signed in and has no account. */
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => NewAccountDto)
  account?: NewAccountDto
}

export class ServerRightsDto {
  @IsOptional()
  @IsBoolean()
  serverAdmin?: boolean
  @IsOptional()
  @IsBoolean()
  makesProjects?: boolean
}

export class SourcesAllowedDto {
  /** Folders of the server, with all below them. */
  @IsArray()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(1000, { each: true })
  @Matches(/^\//, { each: true, message: 'A folder is named from the root of the server, as /reports' })
  folders: string[]
  /** Hosts, with a port where it is not the usual one. */
  @IsArray()
  @ArrayMaxSize(50)
  @Matches(/^[\w.\-[\]:]{1,253}$/, { each: true, message: 'A host is named as results.quay.example, or with its port' })
  hosts: string[]
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
  @IsIn(ACCOUNT_KINDS)
  kind: AccountKind
  /** At least 10 characters, as long as you like. */
  @IsString()
  @MinLength(10, { message: 'A password has at least 10 characters' })
  @MaxLength(1024)
  password: string
  /** What the server says when it starts without an account. */
  @IsString()
  @MaxLength(100)
  code: string
}
