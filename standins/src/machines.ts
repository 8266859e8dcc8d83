import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

export interface MachinesOptions {
  /** The file of the command line. */
  cli: string
  /** Of the server, and a token with the scope `agent`. */
  url: string
  token: string
}

/** A service that has machines on demand: `POST /start` starts agents on this one, `POST /stop` ends one by its name. */
export class MachinesStandIn {
  private readonly agents = new Map<string, ChildProcess>()
  private readonly home = mkdtempSync(join(tmpdir(), 'bobbin-machines-'))
  private number = 0

  private constructor(
    private readonly server: Server,
    private readonly options: MachinesOptions,
    readonly url: string,
  ) {}

  static async start(options: MachinesOptions): Promise<MachinesStandIn> {
    let own: MachinesStandIn | null = null
    const server = createServer((request, response) => {
      let text = ''
      request.on('data', (piece: Buffer) => (text += piece.toString()))
      request.on('end', () => {
        const asked = JSON.parse(text) as { pool: string; agents?: number; agent?: string }
        if (request.url === '/start') for (let nth = 0; nth < (asked.agents ?? 1); nth++) own?.begin(asked.pool)
        else own?.end(asked.agent ?? '')
        response.writeHead(202).end()
      })
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    own = new MachinesStandIn(server, options, `http://127.0.0.1:${(server.address() as AddressInfo).port}`)
    return own
  }

  private begin(pool: string): void {
    const name = `${pool}-${++this.number}`
    const { cli, url, token } = this.options
    const agent = spawn(process.execPath, [cli, 'agent', '--name', name, '--pool', pool, '--folder', join(this.home, name)], {
      env: { ...process.env, BOBBIN_URL: url, BOBBIN_TOKEN: token },
      stdio: 'ignore',
    })
    this.agents.set(name, agent)
  }

  private end(name: string): void {
    this.agents.get(name)?.kill('SIGTERM')
    this.agents.delete(name)
  }

  /** Names of the machines that are there. */
  get names(): string[] {
    return [...this.agents.keys()]
  }

  async stop(): Promise<void> {
    for (const agent of this.agents.values()) agent.kill('SIGKILL')
    this.server.closeAllConnections()
    await new Promise((resolve) => this.server.close(resolve))
    rmSync(this.home, { recursive: true, force: true })
  }
}
