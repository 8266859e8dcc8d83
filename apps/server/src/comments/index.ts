export { CommentsModule } from './comments.module.js'
export { MineService } from './mine.service.js'
