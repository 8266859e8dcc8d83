import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Provider } from 'oidc-provider'

/** Somebody whom the provider knows. */
export interface KnownPerson {
  sub: string
  email: string
  email_verified: boolean
  name: string
  groups: string[]
}

export const CLIENT = { id: 'bobbin', secret: 'a-secret-of-the-stand-in-that-is-long-enough' }

/** An OpenID Connect provider: everybody in `people` may sign in by saying who they are. */
export class IdentityStandIn {
  private constructor(
    private readonly server: Server,
    readonly issuer: string,
    readonly people: Map<string, KnownPerson>,
  ) {}

  /** @param redirectUri where it sends people back to */
  static async start(redirectUri: string): Promise<IdentityStandIn> {
    const people = new Map<string, KnownPerson>()
    let handle: ReturnType<Provider['callback']> | null = null
    const server = createServer((request, response) => {
      void handle?.(request, response)
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const issuer = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    const provider = new Provider(issuer, {
      clients: [
        {
          client_id: CLIENT.id,
          client_secret: CLIENT.secret,
          redirect_uris: [redirectUri],
          response_types: ['code'],
          grant_types: ['authorization_code'],
        },
      ],
      pkce: { required: () => true },
      claims: { email: ['email', 'email_verified'], profile: ['name', 'groups'] },
      findAccount: (_, sub) => {
        const person = people.get(sub)
        return person && { accountId: sub, claims: () => ({ ...person }) }
      },
      features: { devInteractions: { enabled: true } },
      cookies: { keys: ['keys of the stand-in'] },
    })
    handle = provider.callback()
    return new IdentityStandIn(server, issuer, people)
  }

  /**
   * Does what somebody does in a browser: follows an address of Bobbin to the provider, says who they are, agrees, and comes back.
   * @returns the answer of Bobbin's callback address
   */
  async signIn(start: string, sub: string): Promise<Response> {
    const jar = new Map<string, Map<string, string>>()
    const go = async (url: string, body?: URLSearchParams): Promise<Response> => {
      const { origin } = new URL(url)
      const cookies = jar.get(origin) ?? new Map<string, string>()
      jar.set(origin, cookies)
      const answer = await fetch(url, {
        redirect: 'manual',
        headers: { cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join('; ') },
        ...(body && { method: 'POST', body }),
      })
      for (const line of answer.headers.getSetCookie()) {
        const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(line) ?? []
        if (value === '') cookies.delete(name)
        else cookies.set(name, value)
      }
      return answer
    }
    let url = start
    for (let step = 0; step < 12; step++) {
      const answer = await go(url)
      const next = answer.headers.get('location')
      if (answer.status >= 300 && answer.status < 400 && next) {
        const target = new URL(next, url)
        if (target.pathname === '/api/oidc/callback') return go(target.href)
        url = target.href
        continue
      }
      const page = await answer.text()
      const action = / action="([^"]{1,2000})"/.exec(page)?.[1]
      if (!action) throw new Error(`the provider answered ${answer.status}: ${page.slice(0, 300)}`)
      const prompt = /name="prompt" value="([^"]+)"/.exec(page)?.[1] ?? 'login'
      const sent = await go(new URL(action, url).href, new URLSearchParams({ prompt, login: sub, password: 'any' }))
      url = new URL(sent.headers.get('location') ?? '', url).href
    }
    throw new Error('the provider leads nowhere')
  }

  stop(): Promise<void> {
    this.server.closeAllConnections()
    return new Promise((resolve) => this.server.close(() => resolve()))
  }
}
