/** Debian's ngspice as a general-purpose reference: runs a netlist in batch and reads its node voltages back. */
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

export const NGSPICE = [process.env.NGSPICE, '/usr/bin/ngspice'].find((path) => path && existsSync(path))

export interface SpiceAnswer {
  /** By node number of the netlist. */
  readonly nodes: ReadonlyMap<string, number>
  readonly wall_ms: number
}

/** Solves the operating point. Throws with what the simulator said when it gives none. */
export function runNgspice(netlist: string, program = NGSPICE!): SpiceAnswer {
  const directory = mkdtempSync(join(tmpdir(), 'netlist-'))
  try {
    const path = join(directory, 'network.cir')
    const answers = join(directory, 'answers.txt')
    const control = ['.control', 'op', 'set numdgt=15', 'set width=200', `print all > ${answers}`, 'quit', '.endc']
    writeFileSync(path, netlist.replace(/\n\.op\n\.end\n$/, `\n${control.join('\n')}\n.end\n`))
    const started = performance.now()
    const { stdout, stderr } = spawnSync(program, ['-b', path], { encoding: 'utf8', maxBuffer: 1 << 26 })
    const wall_ms = performance.now() - started
    const text = existsSync(answers) ? spawnSync('cat', [answers], { encoding: 'utf8', maxBuffer: 1 << 27 }).stdout : ''
    const nodes = new Map<string, number>()
    for (const [, name, value] of text.matchAll(/^(?:v\()?([\w.#]+)\)? = ([-+.\deE]+)/gm))
      nodes.set(name!, Number(value))
    if (nodes.size === 0) throw new Error(`no operating point: ${stdout.slice(-500)} ${stderr.slice(-500)}`)
    return { nodes, wall_ms }
  } finally {
    rmSync(directory, { recursive: true, force: true })
  }
}
