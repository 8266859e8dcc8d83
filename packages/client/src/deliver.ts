import type { DeliveryReport } from './api.generated.js'
import type { ApiClient } from './http.js'

/** Where results belong. */
export interface DeliveryTarget {
  pipeline: string
  build: string
  branch: string
  environment: string
  commit?: string | undefined
  /** Who made the change, the page of the build in its pipeline, and the paths it changed. */
  author?: string | undefined
  address?: string | undefined
  changedFiles?: readonly string[] | undefined
  /** How large its files are together: a large delivery is stored first, and read when somebody is free. */
  bytes?: number | undefined
  /** Which shard of the run it brings, from 1, and of how many: the run is live until all are in. */
  shard?: number | undefined
  shards?: number | undefined
  /** Whether all tests ran, or a part of them: only then can one that is missing be called gone, or not. */
  scope?: 'whole' | 'partial' | undefined
  /** What this run is called among those of its build, a trial that stays out of the record, what it was tested on, its release. */
  run?: string | undefined
  trial?: 'true' | undefined
  /** More results of the same part of a plan follow. */
  more?: 'true' | undefined
  profile?: string | undefined
  release?: string | undefined
  /** The folder of the sources where the runner ran, and what the names of files begin with that says nothing. */
  root?: string | undefined
  base?: string | undefined
  /** Nothing more will come: missing shards are not waited for. */
  close?: 'true' | undefined
}

export interface OutgoingFile {
  name: string
  content: Blob
  /** It is no result file, but may be named by one: a picture, a log. */
  attachment?: boolean
  /** Of an attachment that no result file names: whose it is, by the words for the test, its class or suite, a case that it declares, the attempt. */
  belongs?: { test?: string; class?: string; case?: string; attempt?: string } | null
}

/** Sends result files in one request. @throws ApiError, UnreachableError */
export function deliver(
  client: ApiClient,
  project: string,
  { changedFiles, ...target }: DeliveryTarget,
  source: 'cli' | 'web',
  files: OutgoingFile[],
): Promise<DeliveryReport> {
  const body = new FormData()
  // before the files that it belongs to, and not in the address, where it would be too long
  if (changedFiles && changedFiles.length > 0) body.append('changedFiles', changedFiles.join('\n'))
  for (const file of files) {
    if (file.belongs) body.append('belongs', JSON.stringify(file.belongs))
    body.append(file.attachment ? 'attachment' : 'file', file.content, file.name)
  }
  return client.post('/projects/{project}/deliveries', { path: { project }, query: { source, ...target }, body })
}
