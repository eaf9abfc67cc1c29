import { settingLines, type SettingLine } from '@/core/intent'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

/** What a program takes for granted of a driver's switches, and how they stand. */
export const programUnlikeSetting = defineJoiningRule<SettingLine>({
  severity: 'stop',
  title: 'A setting other than its program takes it to be',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) =>
    settingLines(plan).filter(({ agrees, device }) => !agrees && plan.devices[device]!.origin !== 'remove'),
  word: ({ board, line, device, name, actual }, context) => ({
    subjects: [device, board].map((id) => ({ kind: 'device', id })),
    what: `${context.device(device).tag} has ${name} at ${actual}, and the program of ${context.device(board).tag} says “${line.key}: ${line.value}”`,
    why: 'The program reckons with another figure than the device works by: ways and speeds come out wrong, or the motor is fed wrong. Set the device or the program so that both say the same.',
  }),
})
