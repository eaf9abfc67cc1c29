import type { Clamp, Treatment } from '@/core/plan'
import { formatNumber, wireSize } from '@/core/quantity'
import {
  cite,
  clampPull,
  crimpPull,
  ferruleSizeFor,
  INSULATED_CRIMPS,
  sleeveFor,
  SOURCES,
  twinSleeve_mm,
  type FerruleCode,
  type PullForce,
} from '@/core/reference'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'
import { COLLAR_mm } from './ferrule'
import { misfitOf } from './misfit'
import { COMMON_TOOL, dieFor, TOOL_OF, type ToolKind } from './tools'

export interface TreatEndRequest {
  readonly clamp: Clamp
  readonly clampSize_mm: number | null
  readonly torque_Nm: number | null
  /** From the part's sheet; else by the treatment. */
  readonly strip_mm: number | null
  readonly size: string
  readonly construction: 'stranded' | 'flexible' | 'solid'
  readonly screwEnds: 'ferrule' | 'bare' | 'tinned'
  readonly ferruleCode: FerruleCode
  /** What the person decided, in place of the reckoned treatment. */
  readonly wanted: Treatment | null
}

/** How an end is made, and how its maker knows that it is good. */
export interface EndTreatment {
  readonly feasible: boolean
  readonly treatment: Treatment
  /** What it is made with, for the record: the same as long as nobody would make the end anew. */
  readonly code: string
  /** "Ferrule 0.75 · 8, grey". */
  readonly what: string
  readonly strip_mm: number | null
  readonly sleeve_mm: number | null
  /** Colour of sleeve or crimp insulation. */
  readonly colour: string | null
  readonly tool: ToolKind
  /** Die or tool nest. */
  readonly die: string
  /** What is done, in order, once the lead is cut and what slides on it is on. */
  readonly actions: readonly string[]
  /** What a bad one looks like. */
  readonly bad: string
  /** What a test piece must stand before one trusts tool and die; null where no table says. */
  readonly pull: PullForce | null
  readonly torque_Nm: number | null
  /** What to look at, and what to try, once it is made. */
  readonly look: string
  readonly reasons: readonly string[]
  readonly trace: readonly TraceStep[]
}

/** Clamps that press on the strands with a screw, those of pluggable blocks too. */
const SCREWED: ReadonlySet<Clamp> = new Set(['screw', 'stud', 'pluggable', 'binding-screw'])

/** Ends that are crimped on. */
const BARRELS: ReadonlySet<Treatment> = new Set([
  'butt-splice',
  'blade-receptacle',
  'eyelet',
  'fork',
  'contact',
  'sealed-contact',
])

const DEFAULT_STRIP_MM: Readonly<Record<'lever' | 'spring' | 'screw', number>> = { lever: 11, spring: 9, screw: 8 }

/** The treatment of a wire end by clamp and conductor, or as the person wants it where that can be made. */
export function treatEnd(request: TreatEndRequest): EndTreatment {
  const treatment = request.wanted ?? usualTreatment(request)
  const reasons: string[] = []
  if (treatment === 'tinned' && SCREWED.has(request.clamp)) {
    reasons.push('solder creeps under a screw and the joint loosens; fit a ferrule, or leave the strands bare')
  }
  if (request.construction === 'solid' && (treatment === 'ferrule' || treatment === 'twin-ferrule'))
    reasons.push('a solid conductor takes no ferrule; clamp it as it is')
  // Made for strands that flow into one another under the die; a single core slips. Common practice.
  if (request.construction === 'solid' && BARRELS.has(treatment))
    reasons.push(
      'a crimp barrel is made for strands, and a solid core works loose in it; take a clamp for solid cores, such as a lever or push-in splice, or a stranded lead',
    )
  const misfit = misfitOf(request.clamp, treatment)
  if (misfit) reasons.push(misfit)
  const made = MAKERS[treatment](request, reasons)
  // A sleeve that was made a length too long or too short is made, and nobody would make it anew.
  const sleeve_mm = made.sleeve_mm === null ? '' : (ferruleSizeFor(request.size)?.sleeve_mm ?? made.sleeve_mm)
  const code = [treatment, request.size, request.clampSize_mm ?? '', sleeve_mm, made.colour ?? ''].join(':')
  return {
    feasible: reasons.length === 0,
    treatment,
    code,
    tool: TOOL_OF[treatment],
    torque_Nm: request.torque_Nm,
    reasons,
    actions: actionsOf(request, treatment, made),
    bad: BAD[treatment],
    pull: pullOf(treatment, request.size),
    ...made,
  }
}

/** Below the thinnest sleeve that is customary, a gauge's hundredths aside. */
const LEAST_SLEEVE_mm2 = 0.2

function usualTreatment({ clamp, construction, screwEnds, size, strip_mm }: TreatEndRequest): Treatment {
  // Thinner than any sleeve, or thick and in a clamp shorter than any: the strands go in as they are, bent back once where the clamp wants more.
  const sleeve = (usual: Treatment): Treatment => {
    if (usual !== 'ferrule') return usual
    const row = ferruleSizeFor(size)
    const isTooLong = row !== null && sleeveFor(row, strip_mm) === null
    return isTooLong || wireSize(size).area_mm2 < LEAST_SLEEVE_mm2 ? 'bare' : usual
  }
  switch (clamp) {
    case 'screw':
      return construction === 'solid' ? 'solid' : sleeve(screwEnds)
    case 'pluggable':
    case 'spring':
      return construction === 'solid' ? 'solid' : sleeve('ferrule')
    case 'lever':
      return construction === 'solid' ? 'solid' : 'bare'
    case 'blade-tab':
      return 'blade-receptacle'
    case 'stud':
      return 'eyelet'
    case 'binding-screw':
      return construction === 'solid' ? 'hook' : 'fork'
    case 'sealed-housing':
      return 'sealed-contact'
    case 'butt-barrel':
      return 'butt-splice'
    case 'pin-header':
    case 'crimp-housing':
      return 'contact'
    case 'insulation-displacement':
      return 'displaced'
    case 'solder-lug':
    case 'solder-pad':
      return 'solder'
    case 'moulded':
      return 'moulded'
  }
}

/** What a bad end looks like, by how it is made. Common practice. */
const BAD: Readonly<Record<Treatment, string>> = {
  ferrule: 'A strand folded back beside the sleeve; copper showing behind the collar; a sleeve crimped flat or split.',
  'twin-ferrule': 'One of the two conductors not reaching the end of the sleeve; a strand between the two.',
  bare: 'Strands spread round the clamp, one cut off while stripping, insulation under the clamp.',
  hook: 'Wound against the turn of the screw, lapped over itself, or three quarters round too little.',
  tinned: 'Solder wicked up under the insulation: stiff there, and it breaks there.',
  solid: 'Nicked by the stripper: it breaks at the nick when it is bent.',
  'blade-receptacle':
    'Loose on its tab, or pushed beside it between blade and plastic; crimped on the insulation alone.',
  eyelet: 'Crimped in the wrong colour’s nest; strands beside the barrel; insulation inside it.',
  fork: 'Opening smaller than the screw’s shank and forced; only one prong under the washer.',
  contact: 'Insulation under the front wings; wings lying over one another; the contact bent like a banana.',
  'sealed-contact': 'Seal pushed back from the rear wings, cut by them, or the wrong way round.',
  'butt-splice': 'A conductor that ends before the stop; both crimps on one side; the sleeve left cold and open.',
  solder: 'Grey and grainy, a ball that sits beside the lug, insulation burnt back.',
  displaced: 'A core lying on the fork instead of in it; edge one on the wrong side.',
  moulded: 'Not latched.',
}

/** Crimps by their conductor, what is clamped by what a clamp must hold; solder, and what came made, by no table. */
function pullOf(treatment: Treatment, size: string): PullForce | null {
  switch (treatment) {
    case 'blade-receptacle':
    case 'eyelet':
    case 'fork':
    case 'butt-splice':
    case 'contact':
    case 'sealed-contact':
      return crimpPull(size)
    case 'ferrule':
    case 'twin-ferrule':
    case 'bare':
    case 'solid':
    case 'hook':
      return clampPull(size)
    default:
      return null
  }
}

/** How the end is made, a line each, in order. Common practice. */
function actionsOf(request: TreatEndRequest, treatment: Treatment, made: Made): readonly string[] {
  const { clampSize_mm, clamp } = request
  const strip =
    made.strip_mm === null ? [] : [`Strip ${formatNumber(made.strip_mm)} mm; no strand cut, none twisted out`]
  const torque = request.torque_Nm === null ? 'by the part’s sheet' : `${formatNumber(request.torque_Nm)} N·m`
  const land: readonly string[] = SCREWED.has(clamp) ? [`Screw tight, ${torque}`] : []
  switch (treatment) {
    case 'ferrule':
    case 'twin-ferrule':
      return [
        ...(treatment === 'twin-ferrule' ? ['Both conductors side by side, ends level'] : []),
        ...strip,
        'Sleeve on up to its collar, every strand in it',
        `Crimp in the nest ${made.die}`,
        ...(clamp === 'spring' ? ['Push in until it stops'] : land),
      ]
    case 'blade-receptacle':
      return [
        `Try an empty receptacle on the tab first${clampSize_mm === null ? '' : `: ${formatNumber(clampSize_mm)} mm wide, 0.8 mm thick for most`}; tight, and fully home`,
        ...strip,
        `Copper to the stop, crimp ${made.die}`,
        'Push it fully onto its tab',
      ]
    case 'eyelet':
      return [
        ...strip,
        `Crimp ${made.die}, seam up`,
        'Order on the stud: metal scraped bare, eyelet, toothed washer, nut; no more than three eyelets on one stud, barrels fanned apart',
        `Nut tight, ${torque}`,
      ]
    case 'fork':
      return [
        ...strip,
        `Crimp ${made.die}`,
        'Both prongs under the washer, barrel’s flat side down; two forks on one screw lie back to back, no third',
        `Screw tight, ${torque}`,
      ]
    case 'hook':
      return [
        ...strip,
        'Bend three quarters of a turn, open the way the screw turns (to the right)',
        'Under the head, closed round the shank; one conductor to a screw',
        `Screw tight, ${torque}`,
      ]
    case 'contact':
      return [
        ...strip,
        `Copper in the front wings, jacket in the rear; crimp ${made.die}`,
        'Push it into its cavity until it clicks; pull back to prove it',
      ]
    case 'sealed-contact':
      return [
        'Seal onto the lead first, its thin end towards the contact',
        ...strip,
        `Seal’s neck in the rear wings, copper in the front; crimp ${made.die}`,
        'Into its cavity until it clicks; a plug in every cavity that stays empty',
      ]
    case 'butt-splice':
      return [
        'Heat-shrink on one lead first, where the splice has none of its own',
        ...strip,
        `Each conductor to the stop, one crimp a side; ${made.die}`,
        'Shrink from the middle outward, until glue shows at both ends',
      ]
    case 'solder':
      return [
        'Heat-shrink on the lead first, pushed back from the heat',
        ...strip,
        clamp === 'solder-pad'
          ? 'Through its hole from the part’s side, bent over; the cable clamped before soldering'
          : 'Through the lug’s eye and bent round: it holds before it is soldered',
        'Heat lug and wire, then feed solder; let it set unmoved, sleeve over it',
      ]
    case 'displaced':
      return [
        'Square end, edge one to way 1',
        'Level across, every core over its fork',
        'Press the lid home in one even stroke',
      ]
    case 'tinned':
      return [...strip, 'Tin the last two thirds alone', ...land]
    case 'moulded':
      return ['It came made: key and latch the right way round, pushed home']
    case 'bare':
    case 'solid':
      return [
        ...strip,
        clamp === 'lever'
          ? 'Lever up, copper to the stop, lever down; all of its group in one splice'
          : clamp === 'spring'
            ? treatment === 'solid'
              ? 'Push in until it stops'
              : 'Open the spring, push in, let go'
            : 'Straight into the clamp, to the stop',
        ...land,
      ]
  }
}

type Made = Pick<EndTreatment, 'what' | 'strip_mm' | 'sleeve_mm' | 'colour' | 'die' | 'look' | 'trace'>
type Maker = (request: TreatEndRequest, reasons: string[]) => Made

const ferruleMaker: Maker = ({ size, ferruleCode, strip_mm, wanted }, reasons) => {
  const row = ferruleSizeFor(size)
  if (!row) {
    reasons.push(
      `no insulated ferrule is customary for ${size}; ${wireSize(size).area_mm2 < 0.25 ? 'take a thicker wire, or a clamp that holds it bare' : 'use a crimped pin or eyelet'}`,
    )
    return {
      what: 'No ferrule fits',
      strip_mm,
      sleeve_mm: null,
      colour: null,
      die: 'none',
      look: '',
      trace: [step('Ferrule', `none is customary for ${size}`, COMMON_PRACTICE)],
    }
  }
  const colour = row.colour[ferruleCode]
  const isTwin = wanted === 'twin-ferrule'
  const twin_mm = isTwin ? twinSleeve_mm(row.area_mm2) : null
  if (isTwin && twin_mm === null)
    reasons.push(`no twin ferrule is customary for two of ${size}; they are sold for 2 × 0.5 to 2 × 16 mm²`)
  const fitting_mm = twin_mm ?? sleeveFor(row, strip_mm)
  if (fitting_mm === null)
    reasons.push(
      `the clamp takes ${formatNumber(strip_mm!)} mm of bare conductor, and no sleeve of ${row.area_mm2} mm² is so short; clamp the strands bare, or cut the sleeve after crimping`,
    )
  const sleeve_mm = fitting_mm ?? row.sleeve_mm
  return {
    what: `${isTwin ? 'Twin ferrule 2 × ' : 'Ferrule '}${row.area_mm2} · ${sleeve_mm}, ${colour}`,
    strip_mm: sleeve_mm + COLLAR_mm,
    sleeve_mm,
    colour,
    die: `${row.area_mm2} mm², square`,
    look: 'Every strand inside, none folded back; the jacket right up to the collar. Square, not flattened.',
    trace: [
      step(
        'Ferrule',
        `${isTwin ? `two of ${size} take` : `${size} takes`} a ${row.area_mm2} mm² sleeve, ${sleeve_mm} mm long${strip_mm === null || isTwin ? '' : `, the longest that does not stand out of a clamp for ${formatNumber(strip_mm)} mm`}`,
        wireSize(size).series === 'AWG' ? COMMON_PRACTICE : cite(SOURCES.din46228),
      ),
      step(
        'Colour',
        `${colour}, by the ${ferruleCode} code; another code has other colours`,
        ferruleCode === 'DIN 46228-4' ? cite(SOURCES.din46228) : COMMON_PRACTICE,
      ),
      step(
        'Strip',
        `sleeve ${sleeve_mm} mm + ${COLLAR_mm} mm for the collar = ${sleeve_mm + COLLAR_mm} mm`,
        COMMON_PRACTICE,
      ),
    ],
  }
}

const bareMaker: Maker = ({ clamp, strip_mm, size }) => {
  const known = strip_mm ?? DEFAULT_STRIP_MM[clamp === 'lever' || clamp === 'spring' ? clamp : 'screw']
  return {
    what: 'Bare strands',
    strip_mm: known,
    sleeve_mm: null,
    colour: null,
    die: 'none',
    look:
      clamp === 'lever'
        ? 'Strands straight, not twisted tight; copper up to the stop, none outside the housing.'
        : 'No strand outside the clamp, no insulation under it.',
    trace: [
      step(
        'Strip',
        strip_mm === null ? `${known} mm, usual for this clamp` : `${strip_mm} mm, as the part states`,
        strip_mm === null ? COMMON_PRACTICE : "the part's data",
      ),
      step('End', `${size} goes in bare`, COMMON_PRACTICE),
    ],
  }
}

const crimpMaker =
  (name: string, detail: (request: TreatEndRequest) => string): Maker =>
  (request, reasons) => {
    const { area_mm2 } = wireSize(request.size)
    const row = INSULATED_CRIMPS.find(
      (candidate) => area_mm2 >= candidate.min_mm2 - 0.01 && area_mm2 <= candidate.max_mm2 + 0.01,
    )
    if (!row) {
      reasons.push(
        `insulated crimps are sold for 22–16, 16–14 and 12–10 AWG (0.3–2.5 and 3.3–6 mm²); ${request.size} fits none`,
      )
      return {
        what: `No ${name.toLowerCase()} fits`,
        strip_mm: null,
        sleeve_mm: null,
        colour: null,
        die: 'none',
        look: '',
        trace: [step(name, `none is customary for ${request.size}`, COMMON_PRACTICE)],
      }
    }
    return {
      what: `${name} ${detail(request)}, ${row.colour}`.replace(' ,', ','),
      strip_mm: request.strip_mm ?? 6,
      sleeve_mm: 6,
      colour: row.colour,
      die: `${row.colour}, double crimp`,
      look: 'Jacket held by the rear crimp, copper just showing in front, no strand outside.',
      trace: [
        step(
          name,
          `${request.size} (${formatNumber(area_mm2)} mm²) takes ${row.colour}, ${row.gauges}`,
          COMMON_PRACTICE,
        ),
        step('Strip', `${request.strip_mm ?? 6} mm`, COMMON_PRACTICE),
      ],
    }
  }

const plainMaker =
  (what: string, strip_mm: number | null, die: string, look: string): Maker =>
  (request) => ({
    what,
    strip_mm: request.strip_mm ?? strip_mm,
    sleeve_mm: null,
    colour: null,
    die,
    look,
    trace: [step(what, `${request.size}; follow the sheet of the part`, COMMON_PRACTICE)],
  })

/** Strip of a sealed contact; common practice, as for relay boards' clamps. */
const SEALED_STRIP_mm = 6
const CONTACT_STRIP_mm = 2.5

function contactMaker(kind: 'contact' | 'sealed-contact'): Maker {
  return ({ clampSize_mm, strip_mm, size }) => {
    const isSealed = kind === 'sealed-contact'
    const die = dieFor(COMMON_TOOL, { kind, pitch_mm: clampSize_mm, size })
    return {
      what: `${isSealed ? 'Sealed contact' : 'Crimp contact'}${clampSize_mm ? `, ${clampSize_mm} mm pitch` : ''}`,
      strip_mm: strip_mm ?? (isSealed ? SEALED_STRIP_mm : CONTACT_STRIP_mm),
      sleeve_mm: null,
      colour: null,
      die: die.kind === 'die' ? `${die.conductor} then ${die.jacket}` : 'by your tool’s sheet',
      look: isSealed
        ? 'Strands in the front wings, the seal’s neck in the rear ones and whole; it clicks into the housing and stays on a pull.'
        : 'Wings folded into the strands, jacket held; it clicks into the housing and stays on a pull. 2.0 and 2.5 mm contacts look alike.',
      trace: [
        step(
          'Contact',
          die.kind === 'die'
            ? `dies of one common hand tool${clampSize_mm ? `, ${clampSize_mm} mm pitch` : ''}: ${die.conductor} for the conductor, ${die.jacket} for the jacket; they depend on tool and contact`
            : die.why,
          COMMON_PRACTICE,
        ),
      ],
    }
  }
}

const MAKERS: Readonly<Record<Treatment, Maker>> = {
  ferrule: ferruleMaker,
  'twin-ferrule': ferruleMaker,
  bare: bareMaker,
  tinned: plainMaker('Tinned strands', 8, 'soldering iron', 'Solder through, insulation not crept back.'),
  solid: plainMaker('Solid conductor', 9, 'none', 'Straight, not nicked where it was stripped.'),
  'blade-receptacle': crimpMaker('Blade receptacle', ({ clampSize_mm }) => (clampSize_mm ? `${clampSize_mm} mm` : '')),
  eyelet: crimpMaker('Eyelet', ({ clampSize_mm }) => (clampSize_mm ? `M${clampSize_mm}` : '')),
  fork: crimpMaker('Fork', ({ clampSize_mm }) => (clampSize_mm ? `for M${clampSize_mm}` : '')),
  hook: plainMaker(
    'Hook',
    18,
    'none',
    'Closed round the shank under the head, bent the way the screw turns, no strand beside it.',
  ),
  'butt-splice': crimpMaker('Butt splice', () => ''),
  contact: contactMaker('contact'),
  'sealed-contact': contactMaker('sealed-contact'),
  solder: plainMaker(
    'Soldered',
    5,
    'soldering iron',
    'Wetted all round; sleeve over the joint. Mains joints are mechanically made first.',
  ),
  displaced: plainMaker(
    'Insulation displaced',
    null,
    'flat jaws',
    'Every core seated to the same depth, edge one marked.',
  ),
  moulded: plainMaker('Moulded on', null, 'none', 'Pushed fully home.'),
}
