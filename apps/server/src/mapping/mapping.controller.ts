import { Body, Controller, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common'
import { Ctx, type Context, Needs } from '../access/index.js'
import type {
  AlikeList,
  MappingDecided,
  MappingList,
  MappingOverview,
  MappingRules,
  PushReport,
  ScriptSplit,
  StampList,
  Suggesting,
} from '../contract/index.js'
import {
  LinkDecisionsDto,
  MappingFilterDto,
  MappingRulesDto,
  PushDto,
  RenameAnswerDto,
  ReviewDto,
  ScriptSplitDto,
  StampsOfDto,
} from './mapping.dto.js'
import { MappingService } from './mapping.service.js'
import { PushService } from './push.service.js'
import { RulesService } from './rules.service.js'

@Controller('projects/:project/mapping')
export class MappingController {
  constructor(
    private readonly mapping: MappingService,
    private readonly pushes: PushService,
    private readonly mappingRules: RulesService,
  ) {}

  /** What is to be done about the mapping: counts, questions, how far suggestions are. */
  @Get()
  @Needs('read')
  overview(@Ctx() context: Context): Promise<MappingOverview> {
    return this.mapping.overview(context)
  }

  /** Scripts in the order of their files, with the cases that they verify or may verify. */
  @Get('scripts')
  @Needs('read')
  list(@Ctx() context: Context, @Query() filter: MappingFilterDto): Promise<MappingList> {
    return this.mapping.list(context, filter)
  }

  /** Accepts and rejects suggestions. */
  @Post('decisions')
  @Needs('link')
  @HttpCode(200)
  decide(@Ctx() context: Context, @Body() { decisions }: LinkDecisionsDto): Promise<MappingDecided> {
    return this.mapping.decide(context, decisions)
  }

  /** Confirms that scripts whose code changed still verify their cases. */
  @Post('reviews')
  @Needs('link')
  @HttpCode(200)
  review(@Ctx() context: Context, @Body() { scripts }: ReviewDto): Promise<MappingDecided> {
    return this.mapping.review(context, scripts)
  }

  /** Answers whether a new script is an old one under a new name. */
  @Post('renames/:id')
  @Needs('link')
  @HttpCode(200)
  answer(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { same }: RenameAnswerDto): Promise<MappingOverview> {
    return this.mapping.answer(context, id, same)
  }

  /** Cases that say nearly the same. */
  @Get('alike')
  @Needs('read')
  alike(@Ctx() context: Context): Promise<AlikeList> {
    return this.mapping.alike(context)
  }

  /** Says that two cases are different, though they say nearly the same. */
  @Post('alike/:id/different')
  @Needs('editCases')
  @HttpCode(204)
  different(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.mapping.different(context, id)
  }

  /** Parts one of a script's other names off as a script of its own, with its results. */
  @Post('splits')
  @Needs('link')
  @HttpCode(200)
  split(@Ctx() context: Context, @Body() { script, identity }: ScriptSplitDto): Promise<ScriptSplit> {
    return this.mapping.split(context, script, identity)
  }

  /** Keys of confirmed links that the code of a source tree does not declare. */
  @Get('stamps')
  @Needs('read')
  stamps(@Ctx() context: Context, @Query() { tree }: StampsOfDto): Promise<StampList> {
    return this.mapping.stamps(context, tree)
  }

  /** Rules for cases that are made of scripts, in order, and what they would do. */
  @Get('rules')
  @Needs('read')
  rules(@Ctx() context: Context): Promise<MappingRules> {
    return this.mappingRules.get(context)
  }

  /** What other rules would do; nothing is stored. */
  @Post('rules/preview')
  @Needs('manage')
  @HttpCode(200)
  preview(@Ctx() context: Context, @Body() { rules }: MappingRulesDto): Promise<MappingRules> {
    return this.mappingRules.preview(context, rules)
  }

  /** Replaces the rules. Cases that are there stay as they are. */
  @Put('rules')
  @Needs('manage')
  setRules(@Ctx() context: Context, @Body() { rules }: MappingRulesDto): Promise<MappingRules> {
    return this.mappingRules.set(context, rules)
  }

  /** Makes a case for each test of the code that has none, with its steps, in an area. Sent again, it makes none twice. */
  @Post('pushes')
  @Needs('deliver')
  @HttpCode(200)
  push(@Ctx() context: Context, @Body() body: PushDto): Promise<PushReport> {
    return this.pushes.push(context, body)
  }

  /** Has suggestions computed anew, in the background. */
  @Post('suggestions')
  @Needs('link')
  @HttpCode(202)
  suggest(@Ctx() context: Context): Promise<Suggesting> {
    return this.mapping.suggest(context)
  }
}
