import { describe, expect, it } from 'vitest'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { changedFiles, surroundings } from './surroundings'

const noGit = { git: () => null }

describe('surroundings', () => {
  it('are what Bobbin is told, before everything else', () => {
    const env = {
      CI: 'true', BUILD_NUMBER: '7', GIT_BRANCH: 'origin/main', BOBBIN_BUILD: '412', BOBBIN_BRANCH: 'quay', BOBBIN_COMMIT: '9f1c2ab',
      BOBBIN_PIPELINE: 'fare-desk-web', BOBBIN_ENVIRONMENT: 'pier-test', BOBBIN_AGENT: 'slipway', BOBBIN_SHARD: '2/4',
    } // prettier-ignore
    expect(surroundings(env, noGit)).toEqual({
      pipeline: 'fare-desk-web', build: '412', branch: 'quay', commit: '9f1c2ab', environment: 'pier-test', shard: 2, shards: 4, agent: 'slipway',
      author: null, address: null, scope: null, run: null, profile: null, release: null, trial: false,
    }) // prettier-ignore
    expect(surroundings({ ...env, BOBBIN_SCOPE: 'partial' }, noGit).scope).toBe('partial')
    expect(surroundings({ ...env, BOBBIN_SCOPE: 'some' }, noGit).scope).toBeNull()
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
    const git = (...words: string[]) => ({ branch: 'main', 'rev-parse': 'abcdef0', log: 'Runa' })[words[0] ?? ''] ?? null
    expect(surroundings({ BRANCH: 'of a tree', SHA: 'la la', JOB_NAME: 'gardener' }, { git })).toMatchObject({
      branch: 'main',
      commit: 'abcdef0',
      pipeline: null,
      build: null,
      author: null,
    })
    expect(surroundings({ CI: '1', QUAY_ACTOR: 'a machine' }, { git }).author).toBe('Runa')
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

  it('are what the repository says, but for what the pipeline itself is told', () => {
    const file = { pipeline: 'fare-desk-web', environment: 'pier-test', branch: 'of the file' }
    const env = { CI: '1', QUAY_WORKFLOW: 'nightly', BOBBIN_BRANCH: 'main' }
    expect(surroundings(env, { ...noGit, file })).toMatchObject({ pipeline: 'fare-desk-web', environment: 'pier-test', branch: 'main' })
  })

  it('name the page of the build, where it is an address', () => {
    expect(surroundings({ CI: '1', QUAY_BUILD_URL: 'https://quay.example/412' }, noGit).address).toBe('https://quay.example/412')
    expect(surroundings({ CI: '1', QUAY_BUILD_URL: 'javascript:alert(1)' }, noGit).address).toBeNull()
  })
})

describe('changed files', () => {
  it('are those of the commit, also of a merge, with any name; nothing where git does not know', () => {
    const folder = mkdtempSync(join(tmpdir(), 'bobbin-git-'))
    const git = (...words: string[]) => {
      try {
        const who = ['-c', 'user.name=Runa', '-c', 'user.email=runa@gullhaven.example', '-c', 'init.defaultBranch=main']
        return execFileSync('git', [...who, ...words], { cwd: folder, encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }).trim()
      } catch {
        return null
      }
    }
    const commit = (name: string) => {
      writeFileSync(join(folder, name), name)
      git('add', '.')
      git('commit', '-m', name)
    }
    try {
      git('init')
      commit('first.ts')
      expect(changedFiles('HEAD', git)).toBeNull()
      git('checkout', '-b', 'tides')
      commit('Gezeiten für heute.ts')
      git('checkout', 'main')
      commit('quay.ts')
      expect(changedFiles('HEAD', git)).toEqual(['quay.ts'])
      git('merge', '--no-ff', '-m', 'merge', 'tides')
      expect(changedFiles('HEAD', git)).toEqual(['Gezeiten für heute.ts'])
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  })
})
