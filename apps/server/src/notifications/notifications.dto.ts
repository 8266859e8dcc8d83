import { NOTICE_KINDS, type NoticeKind } from '@bobbin/core'
import { ArrayMinSize, IsArray, IsBoolean, IsIn, IsNotEmpty, IsOptional, IsString, IsTimeZone, Matches, MaxLength } from 'class-validator'
import { PageDto } from '../platform/page.dto.js'
import { trimmed } from '../platform/validation.js'

const TIME = /^(?:[01][0-9]|2[0-3]):[0-5][0-9]$/

export class NotificationRuleDto {
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'Name the rule' })
  @MaxLength(100)
  name: string
  /** Yours alone; otherwise the project’s, which needs the right to manage it. */
  @IsBoolean()
  own: boolean
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one event' })
  @IsIn(NOTICE_KINDS, { each: true })
  events: NoticeKind[]
  @IsIn(['mail', 'webhook'])
  channel: 'mail' | 'webhook'
  /** Of a webhook, or of a mailing list; your own mail goes to you. */
  @IsOptional()
  @trimmed()
  @IsString()
  @MaxLength(2000)
  address?: string | null
  /** JSON of a webhook, with {title}, {text}, {link}, {kind} and {project}. */
  @IsOptional()
  @IsString()
  @MaxLength(10_000)
  template?: string | null
  /** Signs what a webhook is sent; undefined keeps the one that is set, null signs nothing. */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  secret?: string | null
  /** Once a day at HH:MM; null is at once. */
  @IsOptional()
  @Matches(TIME)
  digestAt?: string | null
  @IsOptional()
  @Matches(TIME)
  quietFrom?: string | null
  @IsOptional()
  @Matches(TIME)
  quietTo?: string | null
  @IsTimeZone({ message: 'Name a time zone, as Europe/Oslo' })
  @MaxLength(60)
  zone: string
  @IsBoolean()
  paused: boolean
}

export class NotificationLogDto extends PageDto {}
