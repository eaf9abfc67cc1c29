import { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'
import type { TerminalKey } from '@/core/model'

/** What the meter is set to. */
export type LessonMode = 'volts-dc' | 'volts-ac' | 'ohms' | 'amperes'

/** One thing to do with a meter, and what it teaches. */
export interface LessonStep {
  readonly title: string
  readonly text: string
  /** Done when it has been measured so; probes either way round but where `isDirected`. */
  readonly wants: {
    readonly mode: LessonMode
    readonly red: TerminalKey | null
    readonly black: TerminalKey | null
    readonly isDirected?: boolean
    readonly battery: boolean
    /** Where the switch stands; null where it does not matter. */
    readonly switch: 'rest' | 'operated' | null
  }
  readonly learnt: string
}

const at = (key: string) => key as TerminalKey

/** A battery, a fuse, a switch and a lamp: enough to learn a meter on, and nothing that bites. */
export function lessonPlan(): Plan {
  return new PlanBuilder('A lamp on a battery', 'IEC')
    .device('G1', 'battery-12-7', 'Battery')
    .device('F1', 'fuse-holder', 'Fuse', { fitted: { F: { family: 'IEC 60127', rating_A: 2, curve: null } } })
    .device('S1', 'switch-1p', 'Switch')
    .device('H1', 'lamp-12', 'Lamp')
    .wire('G1.+', 'F1.1', 'V+', { size: '1 mm²', length_mm: 300 })
    .wire('F1.2', 'S1.1', 'V+', { size: '1 mm²', length_mm: 300 })
    .wire('S1.2', 'H1.+', 'V+', { size: '1 mm²', length_mm: 300 })
    .wire('H1.-', 'G1.-', 'V-', { size: '1 mm²', length_mm: 500 })
    .build()
}

const [PLUS, MINUS] = [at('device:g1|+'), at('device:g1|-')]
const FUSE_OUT = at('device:f1|2')
const [SWITCH_IN, SWITCH_OUT] = [at('device:s1|1'), at('device:s1|2')]
const [LAMP_PLUS, LAMP_MINUS] = [at('device:h1|+'), at('device:h1|-')]

/** The first lesson, in order: continuity, open and closed, volts, polarity, the wrong setting, the lesson of ohms on a live circuit, amperes. */
export const LESSON: readonly LessonStep[] = [
  {
    title: 'Does this wire lead?',
    text: 'The battery is off. Set the meter to ohms and touch both ends of the wire from the fuse to the switch: A on F1 2, B on S1 1.',
    wants: { mode: 'ohms', red: FUSE_OUT, black: SWITCH_IN, battery: false, switch: null },
    learnt:
      'Nearly no ohms, and it sounds: the wire leads. A meter’s own leads add a tenth or two; touch them together first to know how much.',
  },
  {
    title: 'A switch that is open',
    text: 'The switch is off. Measure across it: A on S1 1, B on S1 2.',
    wants: { mode: 'ohms', red: SWITCH_IN, black: SWITCH_OUT, battery: false, switch: 'rest' },
    learnt:
      'OL: more ohms than the meter can show. That is what an open switch, a blown fuse and a broken wire look like.',
  },
  {
    title: 'And closed',
    text: 'Turn the switch on, and look at the same two places.',
    wants: { mode: 'ohms', red: SWITCH_IN, black: SWITCH_OUT, battery: false, switch: 'operated' },
    learnt: 'It sounds. What a hand moves is measured in each of its positions.',
  },
  {
    title: 'The battery’s volts',
    text: 'Put the battery on. Set the meter to volts DC: A, the red lead, on G1 +, B on G1 −.',
    wants: { mode: 'volts-dc', red: PLUS, black: MINUS, isDirected: true, battery: true, switch: null },
    learnt: 'About 12 V. For volts the meter lies across two places and nothing is opened.',
  },
  {
    title: 'The leads exchanged',
    text: 'Exchange the leads: A on G1 −, B on G1 +.',
    wants: { mode: 'volts-dc', red: MINUS, black: PLUS, isDirected: true, battery: true, switch: null },
    learnt: 'A minus sign: the red lead is on the lower one. So polarity is checked before a board ever sees it.',
  },
  {
    title: 'The wrong setting',
    text: 'Set the meter to volts AC on the same two places.',
    wants: { mode: 'volts-ac', red: MINUS, black: PLUS, battery: true, switch: null },
    learnt:
      '0, on a full battery. A zero is only worth something if the setting is right: prove the meter on something known, before and after.',
  },
  {
    title: 'What must not be done',
    text: 'With the battery on, set the meter to ohms and measure the lamp: A on H1 +, B on H1 −.',
    wants: { mode: 'ohms', red: LAMP_PLUS, black: LAMP_MINUS, battery: true, switch: null },
    learnt: 'Refused. On a real bench the meter shows nonsense, or never shows anything again. Ohms are measured dead.',
  },
  {
    title: 'Where the volts are',
    text: 'Turn the switch off, the battery stays on. Volts DC across the open switch: A on S1 1, B on S1 2.',
    wants: { mode: 'volts-dc', red: SWITCH_IN, black: SWITCH_OUT, battery: true, switch: 'rest' },
    learnt:
      'All 12 V lie across what is open; across the lamp there is nothing. Whoever looks for a break looks for the place that has the volts.',
  },
  {
    title: 'And when it is on',
    text: 'Turn the switch on, and measure across it again.',
    wants: { mode: 'volts-dc', red: SWITCH_IN, black: SWITCH_OUT, battery: true, switch: 'operated' },
    learnt: 'Nearly nothing: a good contact loses millivolts. A contact that loses a volt gets hot.',
  },
  {
    title: 'How much flows',
    text: 'Amperes: the lead is opened and the meter becomes part of it. Choose the wire from the fuse to the switch.',
    wants: { mode: 'amperes', red: FUSE_OUT, black: SWITCH_IN, battery: true, switch: 'operated' },
    learnt:
      'Nearly 1 A for a lamp of 10 W. On amperes the meter is a short: never lay it across a battery, and put the lead back to volts afterwards.',
  },
  {
    title: 'The fuse, by volts',
    text: 'With everything on, volts DC from the fuse’s far end to minus: A on F1 2, B on G1 −. Then you know how to walk along a circuit.',
    wants: { mode: 'volts-dc', red: FUSE_OUT, black: MINUS, battery: true, switch: null },
    learnt:
      '12 V behind the fuse: it is whole. Walk on from place to place, the black lead staying where it is; where the volts end, the break lies before you.',
  },
]

/** What was measured, as far as the lesson asks. */
export interface LessonDone {
  readonly mode: LessonMode
  readonly red: TerminalKey | null
  readonly black: TerminalKey | null
  readonly battery: boolean
  readonly switch: string
}

/** Whether a measurement is the one that a step wants. */
export function isStepDone({ wants }: LessonStep, done: LessonDone): boolean {
  if (wants.mode !== done.mode || wants.battery !== done.battery) return false
  if (wants.switch !== null && wants.switch !== done.switch) return false
  const straight = wants.red === done.red && wants.black === done.black
  const crossed = wants.red === done.black && wants.black === done.red
  return straight || (crossed && wants.isDirected !== true)
}
