export { BoardsModule } from './boards.module.js'
