export { NotificationsModule } from './notifications.module.js'
export { addEvent, addForRule, type NewEvent } from './events.js'
export { SenderService } from './sender.service.js'
