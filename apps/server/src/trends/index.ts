export { TrendsModule } from './trends.module.js'
