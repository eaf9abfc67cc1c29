import { connect, type Socket } from 'node:net'

const CONNECT_MS = 3000
/** How patient a line is. */
export interface LinePace {
  /** So long it must have been silent before the next question: what comes late belongs to the last one. */
  readonly quiet_ms: number
  readonly answer_ms: number
}
const USUAL_PACE: LinePace = { quiet_ms: 250, answer_ms: 5000 }
/** A line that never falls silent is asked all the same after this. */
const MOST_QUIET_MS = 2000
/** Longer lines are no instrument's. */
const MOST_CHARACTERS = 4096

/** A conversation of text lines over a socket: one question at a time, in the order in which they are asked. */
export class LineSocket {
  private buffer = ''
  private waiting: { readonly done: (line: string) => void; readonly fail: (error: Error) => void } | null = null
  private last: Promise<unknown> = Promise.resolve()
  private isClosed = false
  /** When something was heard last. */
  private heard_ms = -Infinity

  private constructor(
    private readonly socket: Socket,
    private readonly pace: LinePace,
  ) {
    socket.setEncoding('utf8')
    socket.on('data', (text: string) => this.hear(text))
    socket.on('error', (error) => this.end(error))
    socket.on('close', () => this.end(new Error('the instrument hung up')))
  }

  /** Throws in words when nothing answers there. */
  static open(host: string, port: number, pace = USUAL_PACE): Promise<LineSocket> {
    return new Promise((done, fail) => {
      const socket = connect({ host, port, timeout: CONNECT_MS })
      const giveUp = (why: string) => {
        socket.destroy()
        fail(new Error(`Nothing answers at ${host}:${port}: ${why}`))
      }
      socket.once('timeout', () => giveUp('no connection within three seconds'))
      socket.once('error', (error) => giveUp(error.message))
      socket.once('connect', () => {
        socket.setTimeout(0)
        socket.removeAllListeners('error')
        done(new LineSocket(socket, pace))
      })
    })
  }

  get isOpen(): boolean {
    return !this.isClosed
  }

  /** Says something that is not answered. */
  tell(line: string): Promise<void> {
    return this.inTurn(async () => {
      this.write(line)
    })
  }

  /** The line that answers. What came before the question, or comes late for the last one, is thrown away. */
  ask(line: string): Promise<string> {
    const { answer_ms } = this.pace
    return this.inTurn(async () => {
      await this.fallSilent()
      return new Promise<string>((done, fail) => {
        const timer = setTimeout(
          () => this.end(new Error(`no answer to ${line} within ${answer_ms / 1000} seconds`)),
          answer_ms,
        )
        this.waiting = {
          done: (answer) => {
            clearTimeout(timer)
            done(answer)
          },
          fail: (error) => {
            clearTimeout(timer)
            fail(error)
          },
        }
        try {
          this.write(line)
        } catch (error) {
          this.waiting = null
          clearTimeout(timer)
          fail(error as Error)
        }
      })
    })
  }

  private async fallSilent(): Promise<void> {
    const until = performance.now() + MOST_QUIET_MS
    for (;;) {
      const left = Math.min(this.heard_ms + this.pace.quiet_ms, until) - performance.now()
      if (left <= 0 || this.isClosed) break
      await new Promise((done) => setTimeout(done, left))
    }
    this.buffer = ''
  }

  close(): void {
    this.end(new Error('the connection was closed'))
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = this.last.then(work, work)
    this.last = turn.catch(() => undefined)
    return turn
  }

  private write(line: string): void {
    if (this.isClosed) throw new Error('the instrument is no longer connected')
    this.socket.write(`${line}\n`)
  }

  private hear(text: string): void {
    this.heard_ms = performance.now()
    this.buffer += text
    for (let at = this.buffer.indexOf('\n'); at >= 0; at = this.buffer.indexOf('\n')) {
      const line = this.buffer.slice(0, at).replace(/\r$/, '')
      this.buffer = this.buffer.slice(at + 1)
      const { waiting } = this
      this.waiting = null
      waiting?.done(line)
    }
    if (this.buffer.length > MOST_CHARACTERS) this.end(new Error('it sends lines that no instrument sends'))
  }

  private end(error: Error): void {
    if (this.isClosed) return
    this.isClosed = true
    this.socket.destroy()
    const { waiting } = this
    this.waiting = null
    waiting?.fail(error)
  }
}
