import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { AgentList, HandoffList, RecipeList, Registered } from '../contract/index.js'
import { AgentDto, HandoffDto, PoolDto, RecipeDto, RegisterDto } from './agents.dto.js'
import { AgentsService } from './agents.service.js'

@Controller('projects/:project/agents')
export class AgentsController {
  constructor(private readonly agents: AgentsService) {}

  /** Agents and the pools that they belong to. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<AgentList> {
    return this.agents.list(context)
  }

  /** Registers an agent, which tells what it can do. Called by agents with a token of their own scope. */
  @Post()
  @Needs('work')
  @HttpCode(200)
  register(@Ctx() context: Context, @Body() agent: RegisterDto): Promise<Registered> {
    return this.agents.register(context, agent)
  }

  /** Pauses an agent, or moves it to another pool. */
  @Put(':id')
  @Needs('run')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() agent: AgentDto): Promise<AgentList> {
    return this.agents.edit(context, id, agent)
  }

  /** Removes an agent that runs nothing. One that is still started comes back when it asks for work. */
  @Delete(':id')
  @Needs('run')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.agents.remove(context, id)
  }
}

@Controller('projects/:project/pools')
export class PoolsController {
  constructor(private readonly agents: AgentsService) {}

  /** Adds a pool: agents with the same abilities, and what a minute costs. */
  @Post()
  @Needs('manage')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() pool: PoolDto): Promise<AgentList> {
    return this.agents.addPool(context, pool)
  }

  /** Changes a pool. */
  @Put(':id')
  @Needs('manage')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() pool: PoolDto): Promise<AgentList> {
    return this.agents.editPool(context, id, pool)
  }

  /** Deletes a pool. Its agents stay. */
  @Delete(':id')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.agents.removePool(context, id)
  }
}

@Controller('projects/:project/recipes')
export class RecipesController {
  constructor(private readonly agents: AgentsService) {}

  /** How scripts are run, and which scripts no recipe runs. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<RecipeList> {
    return this.agents.recipes(context)
  }

  /** Adds a recipe. Agents run what it says. */
  @Post()
  @Needs('editRecipes')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() recipe: RecipeDto): Promise<RecipeList> {
    return this.agents.addRecipe(context, recipe)
  }

  /** Changes a recipe. Parts that wait keep the one they were made with. */
  @Put(':id')
  @Needs('editRecipes')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() recipe: RecipeDto): Promise<RecipeList> {
    return this.agents.editRecipe(context, id, recipe)
  }

  /** Deletes a recipe. */
  @Delete(':id')
  @Needs('editRecipes')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.agents.removeRecipe(context, id)
  }
}

@Controller('projects/:project/handoffs')
export class HandoffsController {
  constructor(private readonly agents: AgentsService) {}

  /** Outside pipelines that parts of plans can be handed to. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<HandoffList> {
    return this.agents.handoffs(context)
  }

  /** Adds an outside pipeline. */
  @Post()
  @Needs('manage')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() handoff: HandoffDto): Promise<HandoffList> {
    return this.agents.addHandoff(context, handoff)
  }

  /** Changes an outside pipeline. */
  @Put(':id')
  @Needs('manage')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() handoff: HandoffDto): Promise<HandoffList> {
    return this.agents.editHandoff(context, id, handoff)
  }

  /** Deletes an outside pipeline. */
  @Delete(':id')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.agents.removeHandoff(context, id)
  }
}
