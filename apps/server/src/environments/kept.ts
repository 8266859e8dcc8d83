import type { KeptRows } from '../platform/kept-rows.js'

export const ENVIRONMENTS: KeptRows = {
  table: 'environment',
  kind: 'environment',
  word: 'environment',
  acts: { made: 'environment.made', changed: 'environment.changed', deleted: 'environment.deleted' },
  columns: {
    name: 'name',
    address: 'address',
    attributes: 'attributes::jsonb',
    variables: 'variables::jsonb',
    profiles: 'profiles::text[]',
    runAs: 'run_as',
    maintenance: 'maintenance::jsonb',
    probeUrl: 'probe_url',
    probeStatus: 'probe_status',
    probeText: 'probe_text',
    protected: 'protected',
    schedules: 'schedules',
  },
}

export const PROFILES: KeptRows = {
  table: 'profile',
  kind: 'profile',
  word: 'profile',
  acts: { made: 'profile.made', changed: 'profile.changed', deleted: 'profile.deleted' },
  columns: { name: 'name', browser: 'browser', device: 'device', os: 'os', locale: 'locale' },
}

export const RELEASES: KeptRows = {
  table: 'release',
  kind: 'release',
  word: 'release',
  acts: { made: 'release.made', changed: 'release.changed', deleted: 'release.deleted' },
  columns: { name: 'name', startsOn: 'starts_on::date', dueOn: 'due_on::date', state: 'state', note: 'note' },
}
