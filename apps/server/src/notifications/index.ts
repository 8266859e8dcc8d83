export { NotificationsModule } from './notifications.module.js'
export { addEvent, type NewEvent } from './events.js'
