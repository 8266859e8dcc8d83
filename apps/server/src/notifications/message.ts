/** What a webhook is sent where its rule says nothing else. */
export const DEFAULT_TEMPLATE = '{"text": "{title}\\n{text}\\n{link}", "kind": "{kind}"}'

export interface Told {
  id: number
  kind: string
  title: string
  text: string
  path: string
}

/** One letter about one event, or about all of a digest. */
export function letterOf(events: readonly Told[], project: string, linkOf: (path: string) => string): { subject: string; text: string } {
  const [first] = events
  if (events.length === 1 && first)
    return { subject: first.title, text: [first.text, linkOf(first.path), why(project)].filter((part) => part !== '').join('\n\n') }
  const lines = events.map(({ title, path }) => `- ${title}\n  ${linkOf(path)}`)
  return { subject: `${events.length} things happened in ${project}`, text: [lines.join('\n'), why(project)].join('\n\n') }
}

const why = (project: string): string => `You get this by a notification rule in ${project}, under Settings › Notifications.`
