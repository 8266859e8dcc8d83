import type { FilePlace } from '../../identity/source-path.js'
import { ResultCollector } from '../collector.js'
import type { RepeatPolicy } from '../repeats.js'
import type { FileFindings, FormatReader, Place, ResultFormat, ResultSink } from '../result.js'
import { WarningLog } from '../warnings.js'
import { type JsonValue, JsonStream, type Treatment } from './stream.js'
import { type Keys, topKeys } from './top-keys.js'

/** One JSON vocabulary. */
export interface JsonVocabulary {
  /** Arrays whose elements are told one by one, as paths from the root; `*` is any element. Everything else that is told is told whole. */
  items: readonly (readonly string[])[]
  /** Where nothing is needed, so that it is not even built. */
  skipped?: readonly (readonly string[])[]
  value(path: string, value: JsonValue, place: Place): void
  /** @returns the runner, and what the paths in its results begin with */
  finish(): { framework: string | null; root?: string }
}

export interface JsonContext {
  results: ResultCollector
  warnings: WarningLog
  place: FilePlace
}

interface JsonFormatParts {
  id: string
  /** Judges by the keys of the root object, or of the first object in a root array. */
  recognises: (keys: Keys) => boolean
  policy?: RepeatPolicy
  rooted?: true
  open: (context: JsonContext) => JsonVocabulary
}

/** A format whose files are one JSON document. */
export function jsonFormat({ id, recognises, policy, rooted, open }: JsonFormatParts): ResultFormat {
  return {
    id,
    ...(rooted ? { rooted } : {}),
    recognises: (head) => {
      const keys = topKeys(head)
      return keys !== null && recognises(keys)
    },
    open: (sink, place) => new JsonReader(id, sink, place, open, policy),
  }
}

class JsonReader implements FormatReader {
  private readonly warnings = new WarningLog()
  private readonly results: ResultCollector
  private readonly vocabulary: JsonVocabulary
  private readonly stream: JsonStream

  constructor(id: string, sink: ResultSink, place: FilePlace, open: (context: JsonContext) => JsonVocabulary, policy?: RepeatPolicy) {
    this.results = new ResultCollector(id, sink, this.warnings, policy)
    this.vocabulary = open({ results: this.results, warnings: this.warnings, place })
    const walked = prefixes(this.vocabulary.items)
    const skipped = new Set((this.vocabulary.skipped ?? []).map((path) => path.join('.')))
    const treat = (path: readonly string[]): Treatment => {
      const at = path.join('.')
      return walked.has(at) ? 'walk' : skipped.has(at) ? 'skip' : 'build'
    }
    this.stream = new JsonStream(
      { treat, value: (path, value, place) => this.vocabulary.value(path.join('.'), value, place) },
      this.warnings,
    )
  }

  write(chunk: Uint8Array): void {
    this.stream.write(chunk)
  }

  end(): FileFindings {
    this.stream.end()
    const { framework, root } = this.vocabulary.finish()
    return this.results.finish(framework, root)
  }
}

/** Every container on the way to the elements of the arrays. */
function prefixes(items: readonly (readonly string[])[]): Set<string> {
  const walked = new Set<string>()
  for (const path of items) for (let i = 1; i < path.length; i++) walked.add(path.slice(0, i).join('.'))
  return walked
}
