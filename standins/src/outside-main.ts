import { readFileSync, writeFileSync } from 'node:fs'
import { ChatStandIn } from './chat.js'
import { MailStandIn } from './mail.js'
import { type Issue, TrackerStandIn } from './tracker.js'

/**
 * What stands around the demo: a defect tracker, a mail server and a chat, on the port that is named and the two after it. What the tracker
 * holds survives in the file that is named. Its pages: `/` issues, `/mail` letters, `/chat` messages.
 */
const port = Number(process.argv[2] ?? 4686)
const file = process.argv[3]
const [SECRET, TOKEN] = ['quay-secret-of-the-demo', 'quay-token-of-the-demo']

interface Kept {
  hook: string | null
  issues: (Omit<Issue, 'picture'> & { picture: string | null })[]
}

const tracker = await TrackerStandIn.start({ secret: SECRET, token: TOKEN, hook: null }, port)
const mail = await MailStandIn.start(port + 1)
const chat = await ChatStandIn.start(SECRET, port + 2)

if (file !== undefined) {
  try {
    const { hook, issues } = JSON.parse(readFileSync(file, 'utf8')) as Kept
    tracker.settings.hook = hook
    tracker.load(issues.map(({ picture, ...issue }) => ({ ...issue, picture: picture === null ? null : Buffer.from(picture, 'base64') })))
  } catch {
    // the first start
  }
}
const keep = () => {
  if (file === undefined) return
  const issues = [...tracker.issues.values()].map(({ picture, ...issue }) => ({ ...issue, picture: picture?.toString('base64') ?? null }))
  writeFileSync(file, JSON.stringify({ hook: tracker.settings.hook, issues } satisfies Kept))
}
const kept = setInterval(keep, 2000)

tracker.pages.set('/mail', () => ({
  title: 'Letters',
  rows: mail.letters.toReversed().map(({ to, subject, text }) => ({ title: `${subject} (to ${to.join(', ')})`, text })),
}))
tracker.pages.set('/chat', () => ({
  title: 'Chat',
  rows: chat.messages.toReversed().map(({ body: { kind, text, ...rest } }) => ({
    title: typeof kind === 'string' ? kind : 'Message',
    text: typeof text === 'string' ? text : JSON.stringify(rest),
  })),
}))

console.log(`The tracker answers at ${tracker.url}, mail at ${mail.url}, the chat at ${chat.url}`)
process.send?.('ready')
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    clearInterval(kept)
    keep()
    void Promise.all([tracker.stop(), mail.stop(), chat.stop()]).then(() => process.exit(0))
  })
