import { beforeAll, expect, it } from 'vitest'
import type { Language, SourceFile, SourceTree } from './found.js'
import { LANGUAGES } from './languages/index.js'

/** A file with so many tests, each with a comment above and one in it, as its language writes them. */
const FILES: Record<string, (tests: number) => SourceFile> = {
  gherkin: (n) => ({ path: 'fares.feature', text: `Feature: Fares\n${many(n, (i) => `  # case: FERRY-${i}\n  @smoke\n  Scenario: fare ${i}\n    Given a table\n      | a |\n      | ${i} |\n    Then it holds\n`)}` }),
  python: (n) => ({ path: 'test_fares.py', text: `import pytest\n${many(n, (i) => `# case: FERRY-${i}\n@pytest.mark.smoke\ndef test_fare_${i}():\n    # half\n    assert fare(${i}) == 1\ntest_twin_${i} = test_fare_0\n`)}` }),
  javascript: (n) => ({ path: 'fares.test.ts', text: `import { describe, it } from 'vitest'\ndescribe('fares', () => {\n${many(n, (i) => `  // case: FERRY-${i}\n  it('fare ${i}', () => {\n    // half\n    expect(fare(${i})).toBe(1)\n  })\n`)}})\n` }),
  java: (n) => ({ path: 'FareTest.java', text: `import org.junit.jupiter.api.Test;\nclass FareTest {\n${many(n, (i) => `  // case: FERRY-${i}\n  @Test void fare${i}() {\n    // half\n    assertEquals(1, fare(${i}));\n  }\n`)}}\n` }),
  csharp: (n) => ({ path: 'FareTests.cs', text: `using NUnit.Framework;\nclass FareTests {\n${many(n, (i) => `  // case: FERRY-${i}\n  [Test] public void Fare${i}() {\n    // half\n    Assert.That(1);\n  }\n`)}}\n` }),
  go: (n) => ({ path: 'fares_test.go', text: `package fares\nimport "testing"\n${many(n, (i) => `// case: FERRY-${i}\nfunc TestFare${i}(t *testing.T) {\n  // half\n  t.Run("half", func(t *testing.T) {})\n}\n`)}` }),
  php: (n) => ({ path: 'FareTest.php', text: `<?php\nuse PHPUnit\\Framework\\TestCase;\nclass FareTest extends TestCase {\n${many(n, (i) => `  /** case: FERRY-${i} */\n  public function testFare${i}() {\n    // half\n    $this->assertTrue(true);\n  }\n`)}}\n` }),
  ruby: (n) => ({ path: 'fares_spec.rb', text: `RSpec.describe 'fares' do\n${many(n, (i) => `  # case: FERRY-${i}\n  it 'fare ${i}' do\n    # half\n    expect(1).to eq 1\n  end\n`)}end\n` }),
} // prettier-ignore
const many = (n: number, one: (i: number) => string) => Array.from({ length: n }, (_, i) => one(i)).join('')

const TREE: SourceTree = { paths: [], text: () => null }
const all = new Map<string, Language<unknown>>()
beforeAll(async () => {
  for (const make of LANGUAGES) {
    const language = make()
    await language.prepare?.(TREE)
    all.set(language.name, language)
  }
})

/** Milliseconds of the quickest of three readings, and how many tests were found. */
function read(language: Language<unknown>, file: SourceFile): { ms: number; tests: number } {
  let [ms, tests] = [Infinity, 0]
  for (let turn = 0; turn < 3; turn++) {
    const began = performance.now()
    const found = language.read(file)
    tests = (language.finish?.([found]) ?? found.tests).length
    ms = Math.min(ms, performance.now() - began)
  }
  return { ms, tests }
}

it('there is a file of each language', () => expect([...all.keys()].toSorted()).toEqual(Object.keys(FILES).toSorted()))

// 16 times the file may take 80 times the time, which what is quadratic (256 times) does not keep
it.each(Object.entries(FILES))('reading %s grows with its file', (name, make) => {
  const language = all.get(name)
  if (!language) throw new Error(`there is no language ${name}`)
  read(language, make(300))
  const few = read(language, make(300))
  const more = read(language, make(4800))
  expect(more.tests).toBeGreaterThanOrEqual(4800)
  expect(more.ms / Math.max(few.ms, 1)).toBeLessThan(80)
})
