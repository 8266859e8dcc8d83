/** A browser's long description of itself, short: `A Chromium browser on Linux`. Rules by what user agents have in common practice, no source. */
export function agentWords(agent: string): string {
  const browser = /Edg\//.test(agent)
    ? 'A Chromium browser'
    : /Firefox\//.test(agent)
      ? 'A Gecko browser'
      : /Chrome\//.test(agent)
        ? 'A Chromium browser'
        : /Safari\//.test(agent)
          ? 'A WebKit browser'
          : null
  const system = /Android/.test(agent)
    ? 'Android'
    : /iPhone|iPad/.test(agent)
      ? 'iOS'
      : /Windows/.test(agent)
        ? 'Windows'
        : /Mac OS X/.test(agent)
          ? 'macOS'
          : /Linux/.test(agent)
            ? 'Linux'
            : null
  if (browser) return system ? `${browser} on ${system}` : browser
  return agent.split(' ')[0] || 'An unnamed program'
}
