/** What `seed` reads from standard input as JSON: people and cases that no result file can bring. */
export interface Seed {
  project: { slug: string; name: string; keyPrefix: string }
  accounts: { email: string; name: string; kind: string; password: string }[]
  /** Numbers are given, since result files declare keys. Areas are paths. */
  cases: {
    number: number
    title: string
    area: string[]
    priority: number
    tags: string[]
    owner: string | null
    preconditions: string
    steps: { action: string; expected: string }[]
  }[]
  environments: { name: string; protected: boolean }[]
  /** A token with the scope `deliver`, of the first account. */
  token: string
}
