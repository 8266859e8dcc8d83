/** A short name and a prefix for keys, made of a project's name: `Gullhaven Ferry` → `gullhaven-ferry`, `GULLHAVEN`. */
export function suggestProject(name: string): { slug: string; keyPrefix: string } {
  const plain = name.normalize('NFKD').replace(/[\u0300-\u036f]/g, '')
  const words = plain.toLowerCase().split(/[^a-z0-9]+/).filter((word) => word !== '') // prettier-ignore
  const slug = words.join('-').slice(0, 40).replace(/-$/, '')
  const [word = ''] = plain.toUpperCase().replace(/[^A-Z0-9 ]/g, '').split(' ').filter((one) => /^[A-Z]/.test(one)) // prettier-ignore
  return { slug, keyPrefix: word.slice(0, 15) }
}
