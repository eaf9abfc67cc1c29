import { createServer, type Server } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import { dictionaryOf } from '@/core/diagnosis'
import type { DeviceId } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import {
  askBoard,
  connectMeter,
  disconnectMeter,
  meterNow,
  openScpiMeter,
  placeProbes,
  SimulatedBench,
  resolveMeter,
  simulateMeter,
  startBench,
  startSimulatedBoard,
  startSimulatedMeter,
  takeReading,
} from '.'
import { LineSocket } from './lineSocket'

const plan = DEMOS['clay-printer']!()
const closing: (() => void)[] = []
afterEach(() => {
  for (const close of closing.splice(0)) close()
  disconnectMeter()
})

async function meterOn(bench: SimulatedBench, seed = 1) {
  const server = await startSimulatedMeter(bench, seed)
  const meter = await openScpiMeter('127.0.0.1', server.port)
  closing.push(
    () => meter.close(),
    () => server.close(),
  )
  return meter
}

const PROBES = 'ROUT:PROB "device:ps1|V+1","device:ps1|V-1"'

describe('the simulated meter, over a socket', () => {
  it('says what it is, and reads the bench within its accuracy', async () => {
    const meter = await meterOn(new SimulatedBench(plan))
    expect(meter.identity).toMatch(/Simulated meter/)
    expect(await meter.tell(PROBES)).toBeNull()
    expect(await meter.tell('SIM:STAT "all on"')).toBeNull()
    // 24 V within half a per cent, and some millivolts of the leads.
    expect(await meter.measure('volts DC')).toBeGreaterThan(23.8)
    expect(await meter.measure('volts DC')).toBeLessThan(24.1)
    expect(Math.abs(await meter.measure('volts AC'))).toBeLessThan(0.05)
  })
  it('the same seed gives the same noise, another other', async () => {
    const read = async (seed: number) => {
      const meter = await meterOn(new SimulatedBench(plan), seed)
      await meter.tell('SIM:STAT "all on"')
      await meter.tell(PROBES)
      return [await meter.measure('volts DC'), await meter.measure('volts DC')]
    }
    expect(await read(4)).toEqual(await read(4))
    expect(await read(4)).not.toEqual(await read(9))
  })
  it('adds its leads to ohms, shows open as beyond its range, and refuses ohms on a live circuit in words', async () => {
    const meter = await meterOn(new SimulatedBench(plan))
    await meter.tell('ROUT:PROB "device:q1|1","device:q1|2"')
    const closed = await meter.measure('resistance')
    expect(closed).toBeGreaterThan(0.05)
    expect(closed).toBeLessThan(0.5)
    await meter.tell('SIM:HOLD "device:q1","hand","rest"')
    expect(await meter.measure('resistance')).toBe(Infinity)
    await meter.tell('SIM:STAT "idle"')
    await expect(meter.measure('resistance')).rejects.toThrow(/measured dead/)
  })
  it('probes that lie on the bench, unknown terminals and unknown words are errors, one after the other', async () => {
    const meter = await meterOn(new SimulatedBench(plan))
    await expect(meter.measure('volts DC')).rejects.toThrow(/probes lie on the bench/)
    expect(await meter.tell('ROUT:PROB "nowhere|1","device:ps1|V-1"')).toMatch(/no terminal nowhere/)
    expect(await meter.tell('DISP:TEXT "hello"')).toMatch(/Undefined header/)
    expect(await meter.tell('"')).toMatch(/Syntax error/)
    expect(await meter.tell('*CLS')).toBeNull()
  })
})

describe('a meter on the line', () => {
  it('is the stand-in on a plan’s bench, with a fault in it where one is named', async () => {
    const fault = dictionaryOf(plan).faults.find(
      ({ kind, words }) => kind === 'blown fuse' && words.startsWith('F2 F4'),
    )!
    const state = await simulateMeter(plan, fault.id, startBench)
    expect(state.isSimulated).toBe(true)
    await placeProbes('device:f2|4', 'device:ps1|V-1', 'all on')
    expect(Math.abs(await takeReading('volts DC'))).toBeLessThan(0.1)
    disconnectMeter()
    expect(meterNow()).toBeNull()
    await expect(takeReading('volts DC')).rejects.toThrow(/No meter is on the line/)
    await expect(simulateMeter(plan, 'no such fault', startBench)).rejects.toThrow(/knows no fault/)
  })
  it('that does not answer, or answers nonsense, is told in words', async () => {
    await expect(connectMeter('127.0.0.1', 1)).rejects.toThrow(/Nothing answers at 127.0.0.1:1/)
    const port = await serving(
      (line, write) => line === '*IDN?' && write('Bench,Meter,1,1\n'),
      (line, write) => {
        if (line.startsWith('MEAS')) write('four\n')
      },
    )
    const meter = await openScpiMeter('127.0.0.1', port)
    closing.push(() => meter.close())
    await expect(meter.measure('volts DC')).rejects.toThrow(/something that is no figure/)
  })
  it.each([
    ['a web server', 'HTTP/1.1 400 Bad Request\r\nserver: secret\r\n'],
    ['a mail server', '220 mail.example ESMTP, ready, now, 1\u0007\n'],
    ['a secret', 'the words of somebody\n'],
  ])('what is no meter, such as %s, is not shown', async (_, said) => {
    const port = await serving((line, write) => line === '*IDN?' && write(said))
    const error = await openScpiMeter('127.0.0.1', port).then(
      () => null,
      (reason: Error) => reason,
    )
    expect(error!.message).toBe('What answers there does not say what it is as a meter does')
  })
  it('that repeats a line late gives each reading once', async () => {
    let n = 0
    const port = await serving(
      (line, write) => line === '*IDN?' && write('Bench,Meter,1,1\n'),
      (line, write) => {
        if (!line.startsWith('MEAS')) return
        const said = `${(n += 1)}\n`
        write(said)
        setTimeout(() => write(said), 60)
      },
    )
    const meter = await openScpiMeter('127.0.0.1', port)
    closing.push(() => meter.close())
    const read: number[] = []
    for (let i = 0; i < 5; i += 1) read.push(await meter.measure('volts DC'))
    expect(read).toEqual([1, 2, 3, 4, 5])
  })
  it('that answered half a line before begins a new one', async () => {
    const port = await serving(
      (line, write) => line === '*IDN?' && write('Bench,Meter,1,1\n12.'),
      (line, write) => line.startsWith('MEAS') && write('3\n'),
    )
    const meter = await openScpiMeter('127.0.0.1', port)
    closing.push(() => meter.close())
    expect(await meter.measure('volts DC')).toBe(3)
  })
  it('9.91E37 is no number, −9.9E37 is beyond its range (SCPI 1999, 7.2.1.4 and 7.2.1.5, from memory)', async () => {
    const answers = ['9.91E37', '-9.9E37', '9.9E37']
    const port = await serving(
      (line, write) => line === '*IDN?' && write('Bench,Meter,1,1\n'),
      (line, write) => line.startsWith('MEAS') && write(`${answers.shift()}\n`),
      (line, write) => line.startsWith('SYST') && write('0,"No error"\n'),
    )
    const meter = await openScpiMeter('127.0.0.1', port)
    closing.push(() => meter.close())
    await expect(meter.measure('volts DC')).rejects.toThrow(/has no number there/)
    expect(await meter.measure('volts DC')).toBe(-Infinity)
    expect(await meter.measure('volts DC')).toBe(Infinity)
  })
  it('that hangs up in the middle is noticed', async () => {
    const port = await serving(
      (line, write) => line === '*IDN?' && write('Bench,Meter,1,1\n'),
      (line, _write, hangUp) => line.startsWith('MEAS') && hangUp(),
    )
    const meter = await openScpiMeter('127.0.0.1', port)
    await expect(meter.measure('resistance')).rejects.toThrow(/hung up/)
    expect(meter.isOpen).toBe(false)
  })
  it('that talks without end is cut off', async () => {
    const port = await serving((line, write) => line === '*IDN?' && write('x'.repeat(20_000)))
    await expect(openScpiMeter('127.0.0.1', port)).rejects.toThrow(/no instrument sends/)
  })
})

type Answering = (line: string, write: (text: string) => void, hangUp: () => void) => unknown

function serving(...answering: readonly Answering[]): Promise<number> {
  const server: Server = createServer((socket) => {
    socket.setEncoding('utf8')
    socket.on('error', () => undefined)
    socket.on('data', (text) => {
      for (const line of String(text).split('\n').filter(Boolean))
        for (const answer of answering)
          answer(
            line,
            (said) => socket.write(said),
            () => socket.destroy(),
          )
    })
  })
  closing.push(() => server.close())
  return new Promise((done) => server.listen(0, '127.0.0.1', () => done((server.address() as { port: number }).port)))
}

describe('the address of a meter', () => {
  it.each([
    ['127.0.0.1', '127.0.0.1'],
    ['2130706433', '127.0.0.1'],
    ['0x7f000001', '127.0.0.1'],
    ['127.1', '127.0.0.1'],
    ['[::1]', '::1'],
    ['::ffff:127.0.0.1', '127.0.0.1'],
    ['192.168.1.20', '192.168.1.20'],
  ])('%s leads to %s', async (host, address) => expect(await resolveMeter(host, 5025)).toEqual({ address, port: 5025 }))
  it.each(['0.0.0.0', '0', '::', '255.255.255.255', '224.0.0.1', 'ff02::1', '::ffff:0.0.0.0'])(
    '%s is no instrument’s',
    async (host) => expect(resolveMeter(host, 5025)).rejects.toThrow(/no address of an instrument/),
  )
  it('a name that nobody knows is told', async () =>
    expect(resolveMeter('nobody.invalid', 5025)).rejects.toThrow(/Nothing is known by the name/))
})

describe('the simulated board', () => {
  it('commands outputs, which the meter on the same bench sees', async () => {
    const bench = new SimulatedBench(plan)
    const board = await startSimulatedBoard(bench, 'device:a1' as DeviceId)
    const line = await LineSocket.open('127.0.0.1', board.port)
    const meter = await meterOn(bench)
    closing.push(
      () => line.close(),
      () => board.close(),
    )
    expect(await line.ask('list')).toMatch(/outputs H0,H1,FAN0,FAN1,CTL; inputs .*E1S/)
    await meter.tell('SIM:STAT "idle"')
    await meter.tell('ROUT:PROB "device:e2|+","device:e2|-"')
    expect(Math.abs(await meter.measure('volts DC'))).toBeLessThan(0.1)
    expect(await line.ask('set H0 on')).toBe('ok')
    expect(await meter.measure('volts DC')).toBeGreaterThan(22)
    expect(await line.ask('set H0 off')).toBe('ok')
    expect(Math.abs(await meter.measure('volts DC'))).toBeLessThan(0.1)
    expect(await line.ask('set H9 on')).toMatch(/^error: no output H9/)
    expect(await line.ask('hello')).toMatch(/^error/)
  })
  it('comes with the simulated meter, and is spoken to by its device', async () => {
    const { boards } = await simulateMeter(plan, null, startBench)
    expect(boards.map(({ device }) => device)).toEqual(['device:a1'])
    expect(await askBoard('device:a1', 'set H0 on')).toBe('ok')
    expect(await askBoard('device:a1', 'get E1S')).toBe('closed')
    await expect(askBoard('device:m4', 'list')).rejects.toThrow(/no stand-in/)
  })
  it('reads its inputs: what is wired there, or nothing', async () => {
    const board = await startSimulatedBoard(new SimulatedBench(plan), 'device:a1' as DeviceId)
    const line = await LineSocket.open('127.0.0.1', board.port)
    closing.push(
      () => line.close(),
      () => board.close(),
    )
    expect(await line.ask('get E1S')).toBe('closed')
    expect(await line.ask('get E4S')).toBe('open')
    expect(await line.ask('get X')).toMatch(/^error: no input X/)
  })
})
