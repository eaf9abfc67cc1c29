'use client'
import { useState } from 'react'
import { RESIDUAL_TYPES, type ResidualType, type Site } from '@/core/plan'
import { Choice, CommitField, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** What each sees, as it is printed on the device. */
const TYPE_WORDS: Readonly<Record<ResidualType, string>> = {
  AC: 'AC: alternating only',
  A: 'A: pulses too',
  F: 'F: one-phase drives too',
  B: 'B: direct current too',
}

/** What an electrician knows of the outlet: what its residual device sees, its live poles, its earth, and whether water is near. */
export function SiteFacts({ change }: { readonly change: (label: string, changes: Partial<Site>) => string | null }) {
  const { site } = useRoom().plan
  const [isThree, setThree] = useState(false)
  return (
    <>
      {site.residual_mA === null ? null : (
        <Choice
          label="Residual type"
          value={site.residualType ?? ''}
          options={[
            { value: '', label: 'not looked yet' },
            ...RESIDUAL_TYPES.map((value) => ({ value, label: TYPE_WORDS[value] })),
          ]}
          onChoose={(value) =>
            change(`Residual-current device of type ${value || 'unknown'}`, {
              residualType: value === '' ? null : (value as Site['residualType']),
            })
          }
        />
      )}
      <Choice
        label="Live poles"
        value={String(site.livePoles)}
        options={[
          { value: '1', label: 'one' },
          { value: '2', label: 'two, 120/240 V' },
          { value: '3', label: 'three phases' },
        ]}
        hint={
          isThree
            ? 'Three-phase mains is not planned here: let a licensed electrician plan it, and this box from one of its phases.'
            : undefined
        }
        onChoose={(value) => {
          setThree(value === '3')
          if (value !== '3')
            change(`${value === '2' ? 'Two live poles' : 'One live pole'}`, { livePoles: value === '2' ? 2 : 1 })
        }}
      />
      <Choice
        label="Earthing"
        value={site.earthing ?? ''}
        options={[
          { value: '', label: 'not known' },
          { value: 'TN', label: 'TN: from the supplier' },
          { value: 'TT', label: 'TT: a rod of its own' },
          { value: 'IT', label: 'IT: none of the source' },
        ]}
        onChoose={(value) =>
          change(`Earthing ${value || 'not known'}`, { earthing: value === '' ? null : (value as Site['earthing']) })
        }
      />
      <CommitField
        label="Line to earth there"
        unit="Ω"
        numeric
        hint={site.loop_ohm === null ? 'empty: not measured' : undefined}
        value={site.loop_ohm === null ? '' : String(site.loop_ohm)}
        onCommit={(text) => {
          if (text.trim() === '') return change('Loop at the outlet not measured', { loop_ohm: null })
          const read = readNumber(text, 'The loop')
          if ('error' in read) return read.error
          return read.value <= 0
            ? 'The loop must be above 0 Ω, or empty where nobody measured it'
            : change(`Loop at the outlet ${read.value} Ω`, { loop_ohm: read.value })
        }}
      />
      <Choice
        label="Water at hand"
        value={site.isNearWater ? 'yes' : 'no'}
        options={[
          { value: 'no', label: 'no' },
          { value: 'yes', label: 'yes: sink, tank, wet hands' },
        ]}
        onChoose={(value) => change(`Water at hand: ${value}`, { isNearWater: value === 'yes' })}
      />
    </>
  )
}
