import { type ChildProcess, execFileSync, spawn } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { createServer, connect, type Server, type Socket } from 'node:net'

import type { Dice } from './dice'

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** A line between the tablets and the server, which can be cut, or carry one way alone. */
export class Line {
  private mode: 'open' | 'cut' | 'deaf' = 'open'
  private readonly sockets = new Set<Socket>()
  private server?: Server

  constructor(
    readonly port: number,
    private readonly to: number,
  ) {}

  async open() {
    this.server = createServer((near) => {
      if (this.mode === 'cut') return near.destroy()
      const far = connect(this.to, '127.0.0.1')
      for (const s of [near, far]) {
        this.sockets.add(s)
        s.on('error', () => s.destroy())
        s.on('close', () => (this.sockets.delete(s), near.destroy(), far.destroy()))
      }
      near.on('data', (d) => far.write(d))
      far.on('data', (d) => this.mode !== 'deaf' && near.write(d)) // what was done, nobody hears of
    })
    await new Promise<void>((resolve) => this.server?.listen(this.port, '127.0.0.1', resolve))
  }

  /** set says how the line is from now on; what was on it is lost when it changes. */
  set(mode: 'open' | 'cut' | 'deaf') {
    this.mode = mode
    if (mode !== 'deaf') for (const s of this.sockets) s.destroy()
  }

  close() {
    this.set('cut')
    this.server?.close()
  }
}

/** A shop of its own, whose server and database can be killed and frozen. Only what it started is touched. */
export class Shop {
  private process?: ChildProcess

  constructor(
    private readonly folder: string,
    readonly port: number,
  ) {}

  async start(fresh = false) {
    if (fresh) rmSync(this.folder, { recursive: true, force: true })
    const args = ['demo', '--data', this.folder, '--address', `127.0.0.1:${this.port}`]
    this.process = spawn('../bin/utensil', args, { stdio: 'ignore' })
    for (let i = 0; i < 600; i++) {
      const answer = await fetch(`http://127.0.0.1:${this.port}/healthz`).catch(() => undefined)
      if (answer?.ok) return
      await pause(100)
    }
    throw new Error('the shop did not open')
  }

  async stop() {
    this.thaw()
    this.goOn()
    if (this.process?.exitCode !== null || this.process.signalCode !== null) return
    const gone = new Promise((resolve) => this.process?.once('exit', resolve))
    this.process?.kill('SIGTERM')
    await gone
  }

  /** crash kills the server; its database, left behind, is stopped and started by the next one. */
  async crash() {
    const gone = new Promise((resolve) => this.process?.once('exit', resolve))
    this.process?.kill('SIGKILL')
    await gone
  }

  /** halt has the server do nothing, as a machine that swaps or sleeps, until it goes on. */
  halt() {
    this.process?.kill('SIGSTOP')
  }
  goOn() {
    this.process?.kill('SIGCONT')
  }

  private database() {
    const main = Number(readFileSync(`${this.folder}/data/postmaster.pid`, 'utf8').split('\n')[0])
    const children = execFileSync('pgrep', ['-P', String(main)])
      .toString()
      .trim()
      .split('\n')
      .map(Number)
    return { main, children }
  }

  private frozen: number[] = []
  freeze() {
    const { main, children } = this.database()
    this.frozen = [main, ...children]
    for (const id of this.frozen) signal(id, 'SIGSTOP')
  }
  thaw() {
    for (const id of this.frozen) signal(id, 'SIGCONT')
    this.frozen = []
  }

  /** hurt kills one of the database's processes: the others throw away what they were at, and it recovers from its log. */
  hurt(roll: Dice) {
    const { children } = this.database()
    signal(children[roll(children.length)] ?? 0, 'SIGKILL')
  }
}

function signal(id: number, what: NodeJS.Signals) {
  try {
    if (id > 1) process.kill(id, what)
  } catch {
    // it has ended meanwhile
  }
}
