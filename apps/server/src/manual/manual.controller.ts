import { mediaTypeOf } from '@bobbin/core'
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query, Req, type StreamableFile } from '@nestjs/common'
import type { Request } from 'express'
import { hash } from 'node:crypto'
import { type Context, Ctx, Needs, PersonOnly } from '../access/index.js'
import type {
  AssignmentDetail,
  AssignmentList,
  CaseDone,
  CaseToDo,
  DraftFile,
  DraftSaved,
  SignOffState,
  StepDefect,
  Workload,
} from '../contract/index.js'
import { Sandboxed } from '../platform/sandboxed.js'
import { shownFile } from '../platform/shown-file.js'
import { readNamedFile } from '../platform/upload.js'
import { AssignmentsService } from './assignments.service.js'
import { DoingService } from './doing.service.js'
import {
  AssignCasesDto,
  AssignmentsQuery,
  ChangeAssignmentDto,
  CloseAssignmentDto,
  FileOfStepDto,
  HandOnDto,
  ReopenDto,
  SaveDraftDto,
  SignOffDto,
  SignOffQuery,
  StepDefectDto,
  WorkloadQuery,
} from './manual.dto.js'
import { SignOffService } from './sign-off.service.js'

/** Pictures and files of a step, in bytes. */
const MOST_FILE = 50 * 1024 ** 2

@Controller('projects/:project/assignments')
export class AssignmentsController {
  constructor(private readonly assignments: AssignmentsService) {}

  /** What people are to do by hand, by when it is due. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() query: AssignmentsQuery): Promise<AssignmentList> {
    return this.assignments.list(context, query)
  }

  /** How much is given to whom by the day on which it is due, and who can't do it in time. */
  @Get('workload')
  @Needs('read')
  workload(@Ctx() context: Context, @Query() { zone }: WorkloadQuery): Promise<Workload> {
    return this.assignments.workload(context, zone)
  }

  /** An assignment with its cases, in order. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<AssignmentDetail> {
    return this.assignments.get(context, id)
  }

  /** Gives cases to people, who are told. */
  @Post()
  @PersonOnly()
  @Needs('run')
  assign(@Ctx() context: Context, @Body() dto: AssignCasesDto): Promise<AssignmentDetail> {
    return this.assignments.assign(context, dto)
  }

  /** Changes whom an assignment is given to, or when it is due. */
  @Put(':id')
  @PersonOnly()
  @Needs('run')
  change(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() dto: ChangeAssignmentDto): Promise<AssignmentDetail> {
    return this.assignments.change(context, id, dto)
  }

  /** Closes an assignment before all of it is done; what is open is dropped. */
  @Post(':id/close')
  @PersonOnly()
  @Needs('run')
  close(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { why }: CloseAssignmentDto): Promise<AssignmentDetail> {
    return this.assignments.close(context, id, why)
  }
}

@Controller('projects/:project/assigned-cases')
@PersonOnly()
export class AssignedCasesController {
  constructor(
    private readonly doing: DoingService,
    private readonly assignments: AssignmentsService,
  ) {}

  /** Hands cases that are not done to somebody else, or to whoever takes them. */
  @Put('person')
  @HttpCode(204)
  @Needs('deliver')
  handOn(@Ctx() context: Context, @Body() dto: HandOnDto): Promise<void> {
    return this.assignments.handOn(context, dto)
  }

  /** Everything that is needed to do a case: its steps, what was written down, values, earlier results. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<CaseToDo> {
    return this.doing.get(context, id)
  }

  /** Keeps what was written down so far; refused where somebody wrote into it since, with what they wrote. */
  @Put(':id/draft')
  @Needs('deliver')
  save(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() dto: SaveDraftDto): Promise<DraftSaved> {
    return this.doing.save(context, id, dto)
  }

  /** Takes a case that is free, or that somebody else has. */
  @Post(':id/take')
  @HttpCode(204)
  @Needs('deliver')
  take(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.doing.take(context, id)
  }

  /**
   * Adds a picture or file to a step, or to the case as a whole.
   * @takes multipart/form-data
   */
  @Post(':id/files')
  @Needs('deliver')
  async addFile(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Query() { step }: FileOfStepDto,
    @Req() request: Request,
  ): Promise<DraftFile> {
    const { name, content } = await readNamedFile(request, MOST_FILE)
    return this.doing.addFile(context, id, step ?? null, {
      name: name || 'file',
      mediaType: mediaTypeOf(content.subarray(0, 512)),
      hash: hash('sha256', content, 'hex'),
      content,
    })
  }

  /**
   * The content of a file that was added.
   * @answers application/octet-stream
   */
  @Get(':id/files/:file')
  @Needs('read')
  @Sandboxed()
  async file(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('file', ParseIntPipe) fileId: number,
  ): Promise<StreamableFile> {
    const found = await this.doing.file(context, id, fileId)
    return shownFile(found, found.bytes)
  }

  /** Takes a file away again. */
  @Delete(':id/files/:file')
  @HttpCode(204)
  @Needs('deliver')
  removeFile(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Param('file', ParseIntPipe) fileId: number): Promise<void> {
    return this.doing.removeFile(context, id, fileId)
  }

  /** Reports a defect from a step. */
  @Post(':id/defect')
  @Needs('decide')
  defect(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() dto: StepDefectDto): Promise<StepDefect> {
    return this.doing.defect(context, id, dto)
  }

  /** The case is done, and becomes a result. */
  @Post(':id/finish')
  @Needs('deliver')
  finish(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() dto: SaveDraftDto): Promise<CaseDone> {
    return this.doing.finish(context, id, dto)
  }

  /** Does a case that is done once more. */
  @Post(':id/again')
  @HttpCode(204)
  @Needs('deliver')
  again(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.doing.again(context, id)
  }
}

@Controller('projects/:project/sign-offs')
@PersonOnly()
export class SignOffsController {
  constructor(private readonly signOffs: SignOffService) {}

  /** Whether a run or release is signed off, what was said each time, and what is open now. */
  @Get()
  @Needs('read')
  state(@Ctx() context: Context, @Query() query: SignOffQuery): Promise<SignOffState> {
    return this.signOffs.state(context, { runId: query.run ?? null, releaseId: query.release ?? null })
  }

  /** Closes a run or a release with words; its results can't be changed from then on. */
  @Post()
  @Needs('signOff')
  sign(@Ctx() context: Context, @Body() dto: SignOffDto): Promise<SignOffState> {
    return this.signOffs.sign(context, dto)
  }

  /** Opens what was signed off again, with a reason. */
  @Post(':id/reopen')
  @Needs('signOff')
  reopen(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { why }: ReopenDto): Promise<SignOffState> {
    return this.signOffs.reopen(context, id, why)
  }
}
