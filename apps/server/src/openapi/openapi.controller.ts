import { Controller, Get } from '@nestjs/common'
import { Public } from '../access/index.js'
import document from './openapi.json' with { type: 'json' }

@Controller()
@Public()
export class OpenApiController {
  /**
   * The OpenAPI document of everything Bobbin does.
   * @answers application/openapi+json
   */
  @Get('openapi.json')
  document(): object {
    return document
  }
}
