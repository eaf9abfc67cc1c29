import { describe, expect, it } from 'vitest'
import { apply, proposeRoles, type DeviceId, type Plan } from '@/core/plan'
import { review } from '@/core/findings'
import { namedTable } from '../../../tests/builds/roles'
import { parseProgram, takeProgram } from '.'

const A1 = 'device:a1' as DeviceId
const edited = (plan: Plan, commands: Parameters<typeof apply>[1]): Plan => {
  const applied = apply(plan, commands)
  if (applied.kind === 'refused') throw new Error(applied.issues[0]!.message)
  return applied.plan
}
const stops = (plan: Plan) => review(plan).flatMap(({ severity, rule }) => (severity === 'stop' ? [rule] : []))
const table = () => edited(namedTable(), proposeRoles(namedTable()))

describe('a program’s list', () => {
  it('is read line by line; headings, notes and empty lines are passed over', () => {
    expect(parseProgram('[axes]\n# of the table\nx_step: AXIS 1\n\ny step = AXIS 2 # second\nnonsense')).toEqual({
      lines: [
        { key: 'x_step', value: 'AXIS 1' },
        { key: 'y step', value: 'AXIS 2' },
      ],
      bad: ['line 6, “nonsense”, is no “key: value”'],
    })
  })

  it('says what each port serves; what agrees with the wiring raises nothing', () => {
    const { commands, served, left } = takeProgram(table(), A1, parseProgram('x_step: AXIS 1\ny_step: AXIS 2').lines)
    expect(served).toEqual([
      { port: 'AXIS 1', role: 'Axis X' },
      { port: 'AXIS 2', role: 'Axis Y' },
    ])
    expect(left).toEqual([])
    expect(stops(edited(table(), commands))).toEqual([])
  })

  it('a list the other way round is a stop: the program moves another axis than it means', () => {
    const { commands } = takeProgram(table(), A1, parseProgram('x_step: AXIS 2\ny_step: AXIS 1').lines)
    expect(stops(edited(table(), commands))).toContain('roles-crossed')
  })

  it('an end stop’s line too', () => {
    const lines = parseProgram('x_min_endstop: IN 2\ny_min_endstop: IN 1').lines
    expect(stops(edited(table(), takeProgram(table(), A1, lines).commands))).toContain('roles-crossed')
  })

  it('what a driver is set to is compared with what the program reckons with', () => {
    const lines = (value: string) => takeProgram(table(), A1, parseProgram(`x current: ${value}`).lines).commands
    expect(stops(edited(table(), lines('1.5')))).toEqual([])
    expect(stops(edited(table(), lines('2.1')))).toEqual(['program-unlike-setting'])
  })

  it('a line that may mean several, or names no function, is given back in words', () => {
    const { left, served } = takeProgram(table(), A1, parseProgram('step: AXIS 1').lines)
    expect(served).toEqual([])
    expect(left[0]).toMatch(/which of the machine’s functions/)
  })
})
