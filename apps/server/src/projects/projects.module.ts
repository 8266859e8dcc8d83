import { Module } from '@nestjs/common'
import { MembersService } from './members.service.js'
import { PeopleController } from './people.controller.js'
import { ProjectsController } from './projects.controller.js'
import { RolesService } from './roles.service.js'
import { TeamsService } from './teams.service.js'

@Module({ controllers: [ProjectsController, PeopleController], providers: [MembersService, RolesService, TeamsService] })
export class ProjectsModule {}
