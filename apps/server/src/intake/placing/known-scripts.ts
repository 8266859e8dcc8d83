import type { TestResult } from '@bobbin/core'
import { Injectable, type OnModuleInit } from '@nestjs/common'
import { setImmediate } from 'node:timers/promises'
import { ChangeListener } from '../../events/listener.js'

/** So many tests are remembered by a process, at some hundred bytes each. */
const MOST = 400_000

/** Tests that stand in one place: what is told of them beside their names is the same. */
export interface KnownPlace {
  /** What the file called itself that told them; undefined where files of several runners tell the same tests. */
  framework: string | null | undefined
  /** Numbers of scripts, by what `wordsOf` makes of a test. */
  scripts: Map<string, number>
}

/** Everything about a test beside its name and keys that its script keeps. */
export type PlaceOfTest = Pick<TestResult, 'classname' | 'suites' | 'sourceFile' | 'profile'>

const placeKey = ({ classname, suites, sourceFile, profile }: PlaceOfTest): string =>
  [classname ?? '\u0001', sourceFile ?? '\u0001', profile ?? '\u0001', ...suites].join('\u0000')

/** A test that a file told, and the script that it turned out to be, which says exactly what the test says. */
export interface Learnt {
  place: PlaceOfTest
  words: string
  scriptId: number
}

/** Scripts of which every key that they declare is tied to its case. */
export interface Claims {
  /** How often the cases and links of the project had changed when that was so. */
  readonly changed: number
  readonly settled: ReadonlySet<number>
}

/** How often things of a project had changed, as a transaction found it. */
export interface Counts {
  /** Scripts were forgotten. */
  forgotten: number
  /** Cases came, went or came back, or links went. */
  claims: number
}

/**
 * The scripts of a project that say exactly what the tests of its files say: these are told by words alone, without asking the database.
 * @see ScriptMemory for how long that holds
 */
export class KnownScripts {
  private readonly places = new Map<string, KnownPlace>()
  private settled = new Set<number>()
  private claimsChanged = -1
  size = 0

  /** @param forgotten how often scripts of the project had been forgotten when this began */
  constructor(readonly forgotten: number) {}

  /** Tests that are known in the place of one. */
  at(place: PlaceOfTest): KnownPlace | null {
    return this.places.get(placeKey(place)) ?? null
  }

  /** What is known of declared keys; it stays as it is, but for scripts that are settled since. */
  get claims(): Claims {
    return { changed: this.claimsChanged, settled: this.settled }
  }

  /** @param changed how often cases and links had changed when the keys of these scripts were tied to their cases */
  settle(changed: number, scripts: Iterable<number>): void {
    if (changed < this.claimsChanged) return
    if (changed > this.claimsChanged) this.settled = new Set()
    this.claimsChanged = changed
    for (const script of scripts) this.settled.add(script)
  }

  learn(framework: string | null, learnt: Iterable<Learnt>): void {
    for (const { place, words, scriptId } of learnt) {
      const known = this.placeFor(placeKey(place), framework)
      if (!known) continue
      if (!known.scripts.has(words)) this.size++
      known.scripts.set(words, scriptId)
    }
  }

  /**
   * Where what a file told is entered. One that tells no runner says less than those that do: beside them it tells nothing new, and what
   * it told before does not hold for them.
   */
  private placeFor(key: string, framework: string | null): KnownPlace | null {
    const before = this.places.get(key)
    if (before && before.framework === framework) return before
    if (before && framework === null) return null
    if (before && before.framework !== null) {
      before.framework = undefined
      return null
    }
    this.size -= before?.scripts.size ?? 0
    const place = { framework, scripts: new Map<string, number>() }
    this.places.set(key, place)
    return place
  }
}

/** So many tests are learnt at once: less than a millisecond of work. */
const AT_ONCE = 500

function* inSlices<T>(all: Iterable<T>, size: number): Generator<T[]> {
  let slice: T[] = []
  for (const one of all) {
    slice.push(one)
    if (slice.length < size) continue
    yield slice
    slice = []
  }
  if (slice.length > 0) yield slice
}

/**
 * What this process remembers of the scripts of each project. Scripts are forgotten only while nothing comes in, and that is counted in
 * the project: a file that was read with an older count is read again. Where a script says something else than before, every process is
 * told so and begins anew, a moment later.
 */
@Injectable()
export class ScriptMemory implements OnModuleInit {
  /** By project, the one used longest ago first. */
  private readonly projects = new Map<number, KnownScripts>()

  constructor(private readonly changes: ChangeListener) {}

  onModuleInit(): void {
    this.changes.changes.subscribe((change) => {
      if (change === 'missed') this.projects.clear()
      else if (change.topics.includes('scripts')) this.projects.delete(change.projectId)
    })
  }

  /** For a file that is to be read; null where nothing is known yet. */
  of(projectId: number): KnownScripts | null {
    const known = this.projects.get(projectId)
    if (known) this.projects.delete(projectId)
    if (known) this.projects.set(projectId, known)
    return known ?? null
  }

  /** The scripts of the project are not those that they were. */
  forget(projectId: number): void {
    this.projects.delete(projectId)
  }

  /**
   * A few at a time: those who wait for an answer do not wait for this.
   * @param counts of the transaction that found these; it has to be committed
   * @param settled scripts of which all keys are tied to their cases
   */
  async learn(
    projectId: number,
    { forgotten, claims }: Counts,
    framework: string | null,
    learnt: Iterable<Learnt>,
    settled: Iterable<number>,
  ): Promise<void> {
    const known = this.begin(projectId, forgotten)
    for (const some of inSlices(learnt, AT_ONCE)) {
      await setImmediate()
      known.learn(framework, some)
    }
    known.settle(claims, settled)
    this.makeRoom()
  }

  private begin(projectId: number, forgotten: number): KnownScripts {
    const before = this.of(projectId)
    if (before?.forgotten === forgotten) return before
    const known = new KnownScripts(forgotten)
    this.projects.set(projectId, known)
    return known
  }

  private makeRoom(): void {
    let size = [...this.projects.values()].reduce((sum, known) => sum + known.size, 0)
    for (const [projectId, known] of this.projects) {
      if (size <= MOST) return
      this.projects.delete(projectId)
      size -= known.size
    }
  }
}
