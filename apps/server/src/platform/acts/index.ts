export { type Actor, actorOf, SYSTEM } from './actor.js'
export { CHANGES_CHANNEL, type NewAct, record, recordOf, type Watched } from './record.js'
export { type RowSubject, SUBJECT_ROWS } from './subjects.js'
