import { createServer, type Server, type Socket } from 'node:net'

const MOST_CHARACTERS = 4096

export interface LineServer {
  readonly port: number
  close(): void
}

/** What goes wrong over a line is said on it, and ends nothing. */
function answerOf(answer: (line: string) => string | null, line: string): string | null {
  try {
    return answer(line)
  } catch (error) {
    return `error: ${error instanceof Error ? error.message : String(error)}`
  }
}

/** Answers text lines on loopback, and nowhere else; `answer` gives null for what is not answered. */
export function serveLines(answer: (line: string) => string | null, port = 0): Promise<LineServer> {
  const sockets = new Set<Socket>()
  const server: Server = createServer((socket) => {
    sockets.add(socket)
    socket.setEncoding('utf8')
    let buffer = ''
    socket.on('data', (text) => {
      buffer += String(text)
      for (let at = buffer.indexOf('\n'); at >= 0; at = buffer.indexOf('\n')) {
        const line = buffer.slice(0, at).replace(/\r$/, '')
        buffer = buffer.slice(at + 1)
        const said = line.trim() === '' ? null : answerOf(answer, line)
        if (said !== null) socket.write(`${said}\n`)
      }
      if (buffer.length > MOST_CHARACTERS) socket.destroy()
    })
    socket.on('error', () => socket.destroy())
    socket.on('close', () => sockets.delete(socket))
  })
  return new Promise((done, fail) => {
    server.once('error', fail)
    server.listen(port, '127.0.0.1', () => {
      const address = server.address()
      done({
        port: typeof address === 'object' && address ? address.port : 0,
        close() {
          for (const socket of sockets) socket.destroy()
          server.close()
        },
      })
    })
  })
}
