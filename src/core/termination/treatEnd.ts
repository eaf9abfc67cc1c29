import type { Clamp, Treatment } from '@/core/plan'
import { formatNumber, wireSize } from '@/core/quantity'
import {
  cite,
  ferruleSizeFor,
  INSULATED_CRIMPS,
  sleeveFor,
  SOURCES,
  twinSleeve_mm,
  type FerruleCode,
} from '@/core/reference'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'
import { COLLAR_mm } from './ferrule'

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
  /** Die or tool nest. */
  readonly die: string
  readonly torque_Nm: number | null
  /** What to look at, and what to try, once it is made. */
  readonly look: string
  readonly reasons: readonly string[]
  readonly trace: readonly TraceStep[]
}

/** Clamps that press on the strands with a screw, those of pluggable blocks too. */
const SCREWED: ReadonlySet<Clamp> = new Set(['screw', 'stud', 'pluggable'])

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
  const make = MAKERS[treatment] ?? MAKERS.bare!
  const made = make(request, reasons)
  // A sleeve that was made a length too long or too short is made, and nobody would make it anew.
  const sleeve_mm = made.sleeve_mm === null ? '' : (ferruleSizeFor(request.size)?.sleeve_mm ?? made.sleeve_mm)
  const code = [treatment, request.size, request.clampSize_mm ?? '', sleeve_mm, made.colour ?? ''].join(':')
  return { feasible: reasons.length === 0, treatment, code, torque_Nm: request.torque_Nm, reasons, ...made }
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

const MAKERS: Readonly<Record<Treatment, Maker>> = {
  ferrule: ferruleMaker,
  'twin-ferrule': ferruleMaker,
  bare: bareMaker,
  tinned: plainMaker('Tinned strands', 8, 'soldering iron', 'Solder through, insulation not crept back.'),
  solid: plainMaker('Solid conductor', 9, 'none', 'Straight, not nicked where it was stripped.'),
  'blade-receptacle': crimpMaker('Blade receptacle', ({ clampSize_mm }) => (clampSize_mm ? `${clampSize_mm} mm` : '')),
  eyelet: crimpMaker('Eyelet', ({ clampSize_mm }) => (clampSize_mm ? `M${clampSize_mm}` : '')),
  contact: (request) => ({
    what: `Crimp contact${request.clampSize_mm ? `, ${request.clampSize_mm} mm pitch` : ''}`,
    strip_mm: request.strip_mm ?? 2.5,
    sleeve_mm: null,
    colour: null,
    die: request.clampSize_mm === 2 ? '1.0 then 1.4 mm' : '1.4 then 1.9 mm',
    look: 'Wings folded into the strands, jacket held; it clicks into the housing and stays on a pull. 2.0 and 2.5 mm contacts look alike.',
    trace: [
      step(
        'Contact',
        `dies of one common hand tool, ${request.clampSize_mm ?? 2.5} mm pitch; they depend on tool and contact`,
        COMMON_PRACTICE,
      ),
    ],
  }),
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
