/** What of a project has changed, by the part of the API that tells of it. */
export type Topic = 'cases' | 'scripts' | 'runs' | 'members' | 'tokens' | 'views' | 'project'

export interface ChangeEvent {
  topics: Topic[]
}
