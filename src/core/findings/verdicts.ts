import type { RuleId } from './registry'

/** What one release judges otherwise than the one before: the rules that ask something new, or ask no more, and why. */
export interface VerdictChange {
  readonly rules: readonly RuleId[]
  readonly asks: 'new' | 'more' | 'less'
  /** In words for whoever finds a plan judged otherwise after an update. */
  readonly words: string
}

/**
 * Every verdict that was given out, the first first. A plan that was right and stops after an update is told why: what is
 * found by a rule that asks more than when its last step was signed says so. `docs/verdicts.md` is made from it.
 */
export const VERDICTS: readonly { readonly version: number; readonly changes: readonly VerdictChange[] }[] = [
  { version: 1, changes: [] },
  {
    version: 2,
    changes: [
      {
        rules: ['inrush-opens-device'],
        asks: 'new',
        words:
          'The peak of switching supplies on is held against each fuse and breaker before them, not the outlet’s alone.',
      },
      {
        rules: ['pins-joined'],
        asks: 'more',
        words: 'Unlike contacts on one input are told, and a contact that is closed at rest beside another.',
      },
      {
        rules: ['stop-contact-idle'],
        asks: 'new',
        words: 'Each contact of a stop or guard that has several is opened alone: one that cuts nothing is told.',
      },
      {
        rules: ['single-insulated'],
        asks: 'more',
        words: 'Mains with one insulation that moves beside leads of low voltage is a stop; it was a caution.',
      },
      {
        rules: ['coil-without-flyback'],
        asks: 'more',
        words: 'Motors and pumps on direct current that a transistor switches want a diode too.',
      },
      {
        rules: ['ip-lowered'],
        asks: 'more',
        words: 'A part in the wall of a box that keeps water off, and that does not say what it keeps out, is told.',
      },
      {
        rules: ['safe-state-not-kept', 'safe-state-unsaid'],
        asks: 'more',
        words:
          'What a load does when control is lost is solved, through relays that switch relays; a thermostat alone is no control that is lost.',
      },
      {
        rules: ['heat-unwatched', 'heat-without-second-stop', 'runs-uncommanded'],
        asks: 'more',
        words:
          'What heats is known by what its draws do, not by its kind; of a thing that heats and blows the heat alone counts.',
      },
      {
        rules: ['stop-leaves-hazard'],
        asks: 'less',
        words: 'A pump that goes on after a stop is shown and no longer judged: cooling water may have to flow.',
      },
      {
        rules: ['negative-earthed-twice', 'earth-conductor-thin', 'polarity-reversed', 'probe-misplaced'],
        asks: 'less',
        words: 'Splices in earth leads, motors that may turn either way, and contacts in line were told wrongly.',
      },
    ],
  },
  {
    version: 3,
    changes: [
      {
        rules: ['fed-by-own-command'],
        asks: 'new',
        words:
          'What has power only through a contact that it works itself never starts: solved with its own commands let go.',
      },
      {
        rules: ['control-reversed'],
        asks: 'new',
        words:
          'A control input between a board’s pin and its minus that is turned round is told where no rail shows it.',
      },
      {
        rules: ['outlet-dead'],
        asks: 'new',
        words: 'An outlet between whose contacts no volts stand with everything on is told.',
      },
      {
        rules: ['inlet-overloaded', 'line-not-switched'],
        asks: 'more',
        words:
          'What outlets may ask before anything opens counts for the inlet, and what is plugged into them for which pole is switched.',
      },
      {
        rules: ['safe-state-not-kept'],
        asks: 'more',
        words: 'What a start button had switched on and holds itself is looked at too when control is lost.',
      },
      {
        rules: ['voltage-beyond-range', 'low-voltage-at-load', 'relay-control-voltage', 'joined-to-nothing'],
        asks: 'less',
        words:
          'What gets next to nothing is not fed, and said to be so; a coil of unknown limits at a tenth to a quarter above its volts gets warm, which is a caution; two contacts in a row between an input and its common are joined to something.',
      },
      {
        rules: [
          'piece-too-short',
          'lead-misfits-gland',
          'plug-passes-not',
          'nut-blocked',
          'thread-too-short',
          'chain-hits',
          'loop-hits',
        ],
        asks: 'more',
        words: 'What surely cannot be put together, or is torn at the end of its travel, is a stop; it was a caution.',
      },
      {
        rules: ['cord-not-held', 'beside-higher-voltage', 'insulation-below-place', 'opening-left'],
        asks: 'more',
        words:
          'A stop where it is said and grave: a mains cord that nothing holds, mains that rub on thin insulation, a place far too warm for its lead, an opening by which a finger meets mains.',
      },
      {
        rules: ['contact-bridged'],
        asks: 'more',
        words: 'Past a guard whose relay switches mains a wire is a stop, whatever hangs on the guard itself.',
      },
      {
        rules: ['no-emergency-stop', 'parallel-unlike', 'supplementary-alone'],
        asks: 'more',
        words:
          'Nothing to hit beside what no hand holds is a caution. Under NEC, mains leads in parallel and supplementary breakers alone are stops; under IEC such a breaker may protect leads inside a machine.',
      },
      {
        rules: [
          'safe-state-unsaid',
          'hole-unknown',
          'cable-unused',
          'core-open',
          'parked-bare',
          'function-contradicts-net',
          'stop-in-return',
          'stop-leaves-hazard',
          'pole-without-effect',
          'outlet-overloaded',
          'hung-too-heavy',
          'supplies-in-series',
          'supply-overloaded',
          'supply-hot',
          'reserve-exceeds-supply',
          'box-hotter-than-planned',
          'no-drain',
          'data-too-far',
          'mains-beside-signals',
        ],
        asks: 'less',
        words:
          'What is a question is asked, what is a habit is a note, and a stop is left to what burns, shocks, runs away or cannot work.',
      },
    ],
  },
  {
    version: 4,
    changes: [
      {
        rules: ['output-fed'],
        asks: 'new',
        words:
          'A feed on what a drive gives out is told as what it is; that nothing reached the drive was all that was.',
      },
      {
        rules: ['input-unsent'],
        asks: 'new',
        words: 'What moves by a signal, a servo, and whose input is wired to nothing that sends is a stop.',
      },
      {
        rules: ['required-terminal-open'],
        asks: 'more',
        words: 'A module’s open minus is told where what it switches goes home by the minus of its control.',
      },
      {
        rules: ['voltage-beyond-range'],
        asks: 'more',
        words: 'A rail on the ground of a part’s signals is told.',
      },
    ],
  },
  {
    version: 5,
    changes: [
      {
        rules: ['contact-joins-nothing'],
        asks: 'new',
        words:
          'A contact one end of which leads to nothing, or both to the same or to inputs alone, changes nothing and is a stop.',
      },
      {
        rules: ['input-tied'],
        asks: 'new',
        words: 'An input to which a contact’s lead comes and a rail as well reads the same whatever the contact does.',
      },
      {
        rules: ['coil-misplaced'],
        asks: 'more',
        words: 'A phase of a drive, or of its motor, on an input, a rail, a screen or a control switch is told.',
      },
      {
        rules: ['contact-half-wired'],
        asks: 'more',
        words: 'Of two change-overs that reverse a load each throw must have its rail.',
      },
      {
        rules: ['driver-without-signals'],
        asks: 'more',
        words: 'A pulse or direction input against whose rail the pin can switch nothing is told.',
      },
      {
        rules: ['probe-misplaced'],
        asks: 'more',
        words: 'A probe that watches a heater between its input and a plus is told: it reads as cold.',
      },
      {
        rules: ['signals-without-common-negative'],
        asks: 'more',
        words: 'What hangs on the mains and makes its own volts shares a ground with what sends it signals.',
      },
      {
        rules: ['port-misses-hole'],
        asks: 'more',
        words:
          'A jack in a wall beside its board is held against its hole as it stands there: its width runs down the wall.',
      },
      {
        rules: ['input-on-its-common'],
        asks: 'new',
        words: 'An isolated input that only ever meets the rail on which its common lies reads nothing, and is a stop.',
      },
      {
        rules: ['volts-not-reached'],
        asks: 'new',
        words:
          'A part that states no load of its own, such as a sensor, is held against what feeds its plus and minus.',
      },
      {
        rules: ['load-not-fed'],
        asks: 'more',
        words: 'A lead of a reed or a thermistor beside it is no pin that might feed it.',
      },
      {
        rules: ['coil-without-flyback'],
        asks: 'more',
        words: 'A valve is a coil: switched by a transistor it wants a diode.',
      },
      {
        rules: ['fuse-does-not-protect-wire', 'thin-tap-unprotected'],
        asks: 'more',
        words: 'What turns may be held and takes more then: its leads are held against their fuse.',
      },
      {
        rules: ['coils-mixed'],
        asks: 'more',
        words: 'Two windings of one motor on two drivers are told.',
      },
      {
        rules: ['contact-overloaded'],
        asks: 'less',
        words: 'Contacts that open together one after the other each break their share of the volts.',
      },
      {
        rules: ['no-wire-fits', 'return-by-another'],
        asks: 'less',
        words:
          'Batteries one upon another are one source: the lead between them stands behind the same fuse as the rest.',
      },
      {
        rules: ['stop-contact-idle'],
        asks: 'less',
        words: 'Of a contact whose load is off for another reason nothing is known, and nothing is told.',
      },
    ],
  },
]

/** Why a rule asks more than an earlier verdict did; null where it asks what it asked then. */
export function askedSince(rule: string, version: number): { readonly version: number; readonly words: string } | null {
  for (const verdict of VERDICTS)
    if (verdict.version > version)
      for (const { rules, asks, words } of verdict.changes)
        if (asks !== 'less' && (rules as readonly string[]).includes(rule)) return { version: verdict.version, words }
  return null
}
