import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type {
  FailureDecided,
  DefectDraft,
  FailureDetail,
  FailureList,
  Muted,
  Quarantined,
  MuteList,
  QuarantineList,
  RunCauses,
  StartRow,
  SuggestionScore,
} from '../contract/index.js'
import { LinkDefectDto, NewDefectDto } from '../defects/index.js'
import { LensDto, lensOf } from '../runs/index.js'
import { DecisionsService } from './decisions.service.js'
import { FailureDetailService } from './failure-detail.service.js'
import { FailureListService } from './failure-list.service.js'
import {
  AssignDto,
  CauseDto,
  ExpectedDto,
  FailureDetailDto,
  FailureListDto,
  MergeDto,
  MuteDto,
  MuteUntilDto,
  QuarantineDto,
  ResolveDto,
  SplitDto,
} from './failures.dto.js'
import { GroupDefectsService } from './group-defects.service.js'
import { MutesService } from './mutes.service.js'
import { SuggestionsService } from './suggestions.service.js'

@Controller('projects/:project/failures')
export class FailuresController {
  constructor(
    private readonly failures: FailureListService,
    private readonly detail: FailureDetailService,
    private readonly decisions: DecisionsService,
    private readonly suggestions: SuggestionsService,
    private readonly defects: GroupDefectsService,
    private readonly mutes: MutesService,
  ) {}

  /** The causes behind the failures in the lens, untriaged ones first. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() query: FailureListDto): Promise<FailureList> {
    return this.failures.list(context, lensOf(query), query)
  }

  /** How often suggested causes were right. */
  @Get('score')
  @Needs('read')
  score(@Ctx() context: Context): Promise<SuggestionScore> {
    return this.suggestions.score(context)
  }

  /** Why a run is red, and what of it does not count against a gate. */
  @Get('runs/:id')
  @Needs('read')
  ofRun(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<RunCauses> {
    return this.failures.ofRun(context, id)
  }

  /** Everything that is known of one cause. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() query: FailureDetailDto): Promise<FailureDetail> {
    return this.detail.get(context, lensOf(query), id, query.limit)
  }

  /** A new defect of a cause, filled in, and those that are likely the same. */
  @Get(':id/defect-draft')
  @Needs('read')
  draft(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() query: LensDto): Promise<DefectDraft> {
    return this.defects.draft(context, lensOf(query), id)
  }

  /** Decides what caused it. */
  @Put(':id/cause')
  @Needs('decide')
  @PersonOnly()
  decide(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() cause: CauseDto): Promise<FailureDecided> {
    return this.decisions.decide(context, id, cause)
  }

  /** Assigns it to a person, a team, both or nobody. */
  @Put(':id/assignee')
  @Needs('decide')
  @PersonOnly()
  assign(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() assignee: AssignDto): Promise<FailureDecided> {
    return this.decisions.assign(context, id, assignee)
  }

  /** Resolves it with a comment. */
  @Post(':id/resolve')
  @Needs('decide')
  @PersonOnly()
  @HttpCode(200)
  resolve(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() resolved: ResolveDto): Promise<FailureDecided> {
    return this.decisions.resolve(context, id, resolved)
  }

  /** Reopens what was resolved. */
  @Post(':id/reopen')
  @Needs('decide')
  @PersonOnly()
  @HttpCode(200)
  reopen(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<FailureDecided> {
    return this.decisions.reopen(context, id)
  }

  /** Other causes count as this one from now on. */
  @Post(':id/merge')
  @Needs('decide')
  @PersonOnly()
  @HttpCode(200)
  merge(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() others: MergeDto): Promise<FailureDecided> {
    return this.decisions.merge(context, id, others)
  }

  /** Some of its wordings become a cause of their own. */
  @Post(':id/split')
  @Needs('decide')
  @PersonOnly()
  @HttpCode(200)
  split(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() wordings: SplitDto): Promise<FailureDecided> {
    return this.decisions.split(context, id, wordings)
  }

  /** Mutes it until a date, a build or the closing of its defect. */
  @Post(':id/mute')
  @Needs('decide')
  @PersonOnly()
  mute(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() until: MuteUntilDto): Promise<Muted> {
    return this.mutes.muteCause(context, id, until)
  }

  /** Reports a new defect. */
  @Post(':id/defect')
  @Needs('decide')
  @PersonOnly()
  report(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() defect: NewDefectDto): Promise<FailureDecided> {
    return this.defects.report(context, id, defect)
  }

  /** Links a defect that exists, or unlinks it. */
  @Put(':id/defect')
  @Needs('decide')
  @PersonOnly()
  link(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() defect: LinkDefectDto): Promise<FailureDecided> {
    return this.defects.link(context, id, defect)
  }

  /** Says whether its tests are to fail while its defect is open. */
  @Put(':id/expected')
  @Needs('decide')
  @PersonOnly()
  expect(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { on }: ExpectedDto): Promise<FailureDecided> {
    return this.decisions.expect(context, id, on)
  }

  /** Runs its tests again, as they ran in the newest build that has it. */
  @Post(':id/rerun')
  @Needs('run')
  @PersonOnly()
  rerun(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() query: LensDto): Promise<StartRow> {
    return this.defects.rerun(context, lensOf(query), id)
  }
}

@Controller('projects/:project')
export class MutesController {
  constructor(private readonly mutes: MutesService) {}

  /** What is muted, and was. */
  @Get('mutes')
  @Needs('read')
  list(@Ctx() context: Context): Promise<MuteList> {
    return this.mutes.list(context)
  }

  /** Mutes a test, or everything in an environment. */
  @Post('mutes')
  @Needs('decide')
  @PersonOnly()
  mute(@Ctx() context: Context, @Body() mute: MuteDto): Promise<Muted> {
    return this.mutes.mute(context, mute)
  }

  /** Ends a mute. */
  @Delete('mutes/:id')
  @Needs('decide')
  @PersonOnly()
  unmute(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Muted> {
    return this.mutes.unmute(context, id)
  }

  /** Tests in quarantine, and how far they are on their way out. */
  @Get('quarantine')
  @Needs('read')
  quarantined(@Ctx() context: Context): Promise<QuarantineList> {
    return this.mutes.quarantined(context)
  }

  /** Puts tests into quarantine: they still run, and cannot turn a build red. */
  @Post('quarantine')
  @Needs('decide')
  @PersonOnly()
  quarantine(@Ctx() context: Context, @Body() tests: QuarantineDto): Promise<Quarantined> {
    return this.mutes.quarantine(context, tests)
  }

  /** Releases a test from quarantine. */
  @Delete('quarantine/:id')
  @Needs('decide')
  @PersonOnly()
  release(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Muted> {
    return this.mutes.release(context, id)
  }
}
