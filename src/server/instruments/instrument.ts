import {
  CLEAR,
  IDENTIFY,
  measureCommand,
  NEXT_ERROR,
  readError,
  readIdentity,
  readFigure,
  type Measured,
} from '@/formats/scpi'
import { LineSocket, type LinePace } from './lineSocket'

/** A meter, whichever: what it calls itself, and what it shows. */
export interface Instrument {
  readonly identity: string
  /** Volts, ohms or amperes; Infinity beyond its range. Throws in words. */
  measure(what: Measured): Promise<number>
  /** Something only this instrument understands; its error, or null. */
  tell(command: string): Promise<string | null>
  readonly isOpen: boolean
  close(): void
}

/** A bench meter that speaks SCPI text over a socket. */
export async function openScpiMeter(host: string, port: number, pace?: LinePace): Promise<Instrument> {
  const line = await LineSocket.open(host, port, pace)
  try {
    await line.tell(CLEAR)
    const identity = readIdentity(await line.ask(IDENTIFY))
    // Its words are shown to nobody: what is no meter may be anything.
    if (identity === null) throw new Error('What answers there does not say what it is as a meter does')
    return new ScpiMeter(identity, line)
  } catch (error) {
    line.close()
    throw error
  }
}

class ScpiMeter implements Instrument {
  constructor(
    readonly identity: string,
    private readonly line: LineSocket,
  ) {}

  get isOpen(): boolean {
    return this.line.isOpen
  }

  async measure(what: Measured): Promise<number> {
    const answer = await this.line.ask(measureCommand(what))
    const value = readFigure(answer)
    if (value === null) throw new Error('The meter answered something that is no figure; ask it again')
    if (Number.isNaN(value))
      throw new Error('The meter says that it has no number there; look at its function and range')
    // Ohms on a live circuit and the like: the figure alone would look like an open circuit.
    if (!Number.isFinite(value)) {
      const error = await this.error()
      if (error !== null) throw new Error(error)
    }
    return value
  }

  async tell(command: string): Promise<string | null> {
    await this.line.tell(command)
    return this.error()
  }

  close(): void {
    this.line.close()
  }

  private async error(): Promise<string | null> {
    const read = readError(await this.line.ask(NEXT_ERROR))
    return read === null || read.code === 0 ? null : `The meter says: ${read.words}`
  }
}
