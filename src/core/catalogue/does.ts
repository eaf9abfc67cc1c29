import type { Does, PartGiven } from '@/core/plan'

/** What those parts do with their power that are of no kind of their own; a valve is a coil that works something. */
const DOES: Readonly<Record<string, Does>> = {
  'part:spindle-mains': 'moves',
  'part:network-switch-5': 'computes',
  'part:usb-hub-5': 'computes',
  'part:camera-5': 'computes',
  'part:pump-mains': 'pumps',
  'part:vacuum-mains': 'moves',
  'part:spindle-800': 'moves',
  'part:spindle-48': 'moves',
  'part:spindle-24': 'moves',
  'part:gear-motor-12': 'moves',
  'part:gear-motor-24': 'moves',
  'part:actuator-12': 'moves',
  'part:pump-12': 'pumps',
  'part:pump-24': 'pumps',
  'part:lock-12': 'moves',
  'part:valve-12': 'works',
  'part:valve-24': 'works',
  'part:buzzer-24': 'sounds',
  'part:servo-small': 'moves',
  'part:servo-large': 'moves',
}

export const withDoes = (id: string, part: PartGiven): PartGiven =>
  DOES[id] ? { ...part, draws: (part.draws ?? []).map((draw) => ({ ...draw, does: DOES[id] })) } : part
