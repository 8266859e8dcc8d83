/** One automated test as it stands in a source tree. A data-driven test is one test, whatever number of rows it has. */
export interface FoundTest {
  /** `vitest`, `pytest`, `junit5` … */
  framework: string
  /** Path of the source file below the scanned folder, with `/`. */
  file: string
  /** First and last line, counted from one; decorators and annotations belong to the test. */
  line: number
  endLine: number
  /** Names of the blocks or the class around it, outermost first. */
  suites: string[]
  /** What the runner calls it; parts that are computed stand as they are written in the code. */
  name: string
  /** What its runner reports, as a regular expression that matches the whole name, where the name is computed or rows follow it. */
  pattern: string | null
  /** The same for the suites whose names are computed. */
  suitePatterns: (string | null)[] | null
  tags: string[]
  /** Case keys that the code declares: in tags, names, properties, or a comment directly above. */
  keys: string[]
  skipped: 'skip' | 'todo' | false
  /** What its runner may call it instead, such as a display name. */
  title: string | null
  /** Hash of the body without comments and layout; of a test without a body, null. */
  fingerprint: string | null
  /** Characters of the body that the hash is made of: short bodies are alike by accident. */
  bodySize: number
  /** First and last character of the test in its file; both 0 where its code stands in another. */
  from: number
  to: number
  /** The place right behind its name, where options may follow it and none do; null elsewhere. */
  nameEnd: number | null
  /** What it does, where the code says it in words. */
  steps: FoundStep[]
}

export interface FoundStep {
  action: string
  expected: string
}

/** A file that was not read, or not to its end, and where. */
export interface Unread {
  file: string
  line: number
  column: number
  message: string
}

/** A method that may be a test, of a class or a module. */
export interface FoundMethod extends Omit<FoundTest, 'framework' | 'file' | 'suites' | 'suitePatterns'> {
  /** A method that is no test hides an inherited test of its name. */
  isTest: boolean
  framework: string | null
}

/** A class that may hold tests; those of its bases are its own, too. */
export interface FoundClass {
  file: string
  line: number
  endLine: number
  /** Its name as other classes name it. */
  simple: string
  /** Names of suites that its tests stand in. */
  suites: string[]
  /** Simple names of the classes that it extends. */
  bases: string[]
  /** Whether it is one whose tests are run; others only hand them down. */
  isSuite: boolean
  /** It is a suite only where one of its bases, whose end is not in the tree, has such a name. */
  suiteIfBase: RegExp | null
  framework: string | null
  tags: string[]
  keys: string[]
  skipped: 'skip' | 'todo' | false
  methods: FoundMethod[]
}

export interface FoundInFile<Rest = unknown> {
  tests: FoundTest[]
  unread?: Unread[]
  /** What `finish` makes tests of. Plain data: it may come from another thread. */
  rest?: Rest
}

export interface SourceFile {
  /** Path below the scanned folder, with `/`. */
  path: string
  text: string
}

/** How the tests of one language are found. What it learns of one file is in what `read` returns, since files are read in several threads. */
export interface Language<Rest = unknown> {
  name: string
  /** Whether a file of this path may hold tests, told by its path alone. */
  takes(path: string): boolean
  /** Whether it is worth parsing, told by words in it. */
  mayHold(text: string, path: string): boolean
  /** Before the first file; may load what the language needs. */
  prepare?(tree: SourceTree): Promise<void>
  read(file: SourceFile): FoundInFile<Rest>
  /** All tests of the language, where they can be told only once all files are read; else they are those of the files. */
  finish?(files: readonly FoundInFile<Rest>[]): FoundTest[]
}

/** What a language may ask about the tree beside the file that it reads. */
export interface SourceTree {
  /** Paths of all files below the folder. */
  paths: readonly string[]
  /** Text of a small file, such as a configuration; null where there is none. */
  text(path: string): string | null
}
