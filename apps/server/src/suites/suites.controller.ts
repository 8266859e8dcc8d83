import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put } from '@nestjs/common'
import { Ctx, type Context, Needs } from '../access/index.js'
import type { SuiteDetail, SuiteList, SuiteThreads } from '../contract/index.js'
import { AddCasesDto, SuiteCasesDto, SuiteDto } from './suites.dto.js'
import { SuitesService } from './suites.service.js'

@Controller('projects/:project/suites')
export class SuitesController {
  constructor(private readonly suites: SuitesService) {}

  /** Suites in their folders; templates last. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<SuiteList> {
    return this.suites.list(context)
  }

  /** How the cases of each suite stand over the newest builds of the main branch. */
  @Get('threads')
  @Needs('read')
  threads(@Ctx() context: Context): Promise<SuiteThreads> {
    return this.suites.threads(context)
  }

  /** A suite with its cases in order, and what changed since it was planned. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<SuiteDetail> {
    return this.suites.get(context, id)
  }

  /** Adds a suite: one whose cases are chosen one by one, or that a filter finds. */
  @Post()
  @Needs('run')
  add(@Ctx() context: Context, @Body() suite: SuiteDto): Promise<SuiteDetail> {
    return this.suites.add(context, suite)
  }

  /** Changes what a suite is called and how it finds its cases. */
  @Put(':id')
  @Needs('run')
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() suite: SuiteDto): Promise<SuiteDetail> {
    return this.suites.edit(context, id, suite)
  }

  /** Deletes a suite that no plan has. Its cases stay. */
  @Delete(':id')
  @Needs('run')
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.suites.remove(context, id)
  }

  /** Which cases a suite has, all of them in order. */
  @Put(':id/cases')
  @Needs('run')
  setCases(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { keys }: SuiteCasesDto): Promise<SuiteDetail> {
    return this.suites.setCases(context, id, keys)
  }

  /** Adds cases to a suite, or all of an area, behind those that are there. */
  @Post(':id/cases')
  @Needs('run')
  @HttpCode(200)
  addCases(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() cases: AddCasesDto): Promise<SuiteDetail> {
    return this.suites.addCases(context, id, cases)
  }

  /** Plans run the cases as they are now, from here on. */
  @Post(':id/snapshot')
  @Needs('run')
  @HttpCode(200)
  updateSnapshot(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<SuiteDetail> {
    return this.suites.updateSnapshot(context, id)
  }

  /** Copies a suite; of a template it makes one that can be changed. */
  @Post(':id/copy')
  @Needs('run')
  @HttpCode(200)
  copy(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<SuiteDetail> {
    return this.suites.copy(context, id)
  }
}
