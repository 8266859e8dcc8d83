export { CommentsModule } from './comments.module.js'
