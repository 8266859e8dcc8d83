import { describe, expect, it } from 'vitest'
import { surroundings } from './surroundings'

const noGit = () => null

describe('surroundings', () => {
  it('are what Bobbin is told, before everything else', () => {
    const env = {
      CI: 'true', BUILD_NUMBER: '7', GIT_BRANCH: 'origin/main', BOBBIN_BUILD: '412', BOBBIN_BRANCH: 'quay', BOBBIN_COMMIT: '9f1c2ab',
      BOBBIN_PIPELINE: 'fare-desk-web', BOBBIN_ENVIRONMENT: 'pier-test', BOBBIN_AGENT: 'slipway', BOBBIN_SHARD: '2/4',
    } // prettier-ignore
    expect(surroundings(env, noGit)).toEqual({
      pipeline: 'fare-desk-web', build: '412', branch: 'quay', commit: '9f1c2ab', environment: 'pier-test', shard: 2, shards: 4, agent: 'slipway',
    }) // prettier-ignore
  })

  it('are what a pipeline sets, whatever it puts in front', () => {
    const env = {
      CI: 'true', QUAY_RUN_NUMBER: '88', QUAY_REF_NAME: 'refs/heads/feature/tides', QUAY_SHA: '0a1b2c', QUAY_WORKFLOW: 'nightly', RUNNER_NAME: 'dock 3',
    } // prettier-ignore
    expect(surroundings(env, noGit)).toMatchObject({
      build: '88',
      branch: 'feature/tides',
      commit: '0a1b2c',
      pipeline: 'nightly',
      agent: 'dock 3',
    })
  })

  it('name the branch that is changed, not the made-up one of a trial merge', () => {
    const env = { CI: '1', QUAY_REF_NAME: '17/merge', QUAY_HEAD_REF: 'fix/tide-table' }
    expect(surroundings(env, noGit).branch).toBe('fix/tide-table')
  })

  it('outside a pipeline come from git, and not from variables that happen to be called so', () => {
    const git = (...words: string[]) => (words[0] === 'branch' ? 'main' : 'abcdef0')
    expect(surroundings({ BRANCH: 'of a tree', SHA: 'la la', JOB_NAME: 'gardener' }, git)).toMatchObject({
      branch: 'main',
      commit: 'abcdef0',
      pipeline: null,
      build: null,
    })
  })

  it('pass over what npm sets, and what is empty', () => {
    const env = { CI: 'true', npm_config_BRANCH: 'x', QUAY_COMMIT_BRANCH: '', DOCK_BRANCH: 'main' }
    expect(surroundings(env, noGit).branch).toBe('main')
  })

  it.each([
    ['from 0', { CI: '1', QUAY_NODE_INDEX: '0', QUAY_NODE_TOTAL: '3' }, [1, 3]],
    ['from 1', { CI: '1', SHARD_INDEX: '3', SHARD_TOTAL: '3' }, [3, 3]],
    ['one of one, which is none', { CI: '1', QUAY_NODE_INDEX: '0', QUAY_NODE_TOTAL: '1' }, [null, null]],
    ['outside of what there is', { BOBBIN_SHARD: '5/4' }, [null, null]],
    ['as no numbers', { BOBBIN_SHARD: 'first' }, [null, null]],
  ])('count shards %s', (_, env, [shard, shards]) => expect(surroundings(env, noGit)).toMatchObject({ shard, shards }))
})
