'use client'
import { counted } from '@/core/quantity'
import { useState } from 'react'

import { connectorId, connectorOf } from '@/core/catalogue'

import type { Part, TerminalId } from '@/core/plan'
import { CONNECTOR_FAMILIES, familyNamed, type ConnectorFamilyId } from '@/core/reference'

import { Button, Choice } from '@/ui/primitives'

import { WordsAt } from './PartFields'

import { terminalName } from './typedPart'

import { usePartForm } from './usePartForm'

const FAMILIES = (Object.keys(CONNECTOR_FAMILIES) as ConnectorFamilyId[]).map((id) => ({
  value: id,
  label: CONNECTOR_FAMILIES[id].name,
}))

/** Terminals that sit in one housing: a block of them becomes a connector, with what its plug is like. */
export function ConnectorRows() {
  const { part, set: put } = usePartForm()
  const [family, setFamily] = useState<ConnectorFamilyId>('2.5')
  const taken = new Set(part.connectors.flatMap(({ ways }) => ways))
  const blocks = new Map<string, TerminalId[]>()
  for (const { key, block } of part.terminals) {
    if (block !== null && !taken.has(key)) blocks.set(block, [...(blocks.get(block) ?? []), key])
  }
  const set = (connectors: Part['connectors']) => put('connectors', connectors)
  const freeId = (name: string) => connectorId(name, new Set(part.connectors.map(({ id }) => id)))
  return (
    <section aria-label="Connectors" className="space-y-2">
      <h3 className="font-bold">Connectors</h3>
      {part.connectors.map((connector, i) => (
        <div
          key={connector.id}
          className="grid grid-cols-2 items-end gap-3 rounded-lg border border-hair p-2 sm:grid-cols-4"
        >
          <WordsAt
            at={`connectors.${i}.name`}
            label="Connector"
            most={80}
            hint={`${counted(connector.ways.length, 'way')}: ${connector.ways.map((way) => terminalName(part, way)).join(', ')}`}
          />
          <Choice
            label="Family"
            value={FAMILIES.find(({ label }) => label === familyNamed(connector.family)?.name)?.value ?? ''}
            options={[{ value: '', label: connector.family ?? 'not said' }, ...FAMILIES]}
            onChoose={(value) => {
              if (value === '') return
              const made = connectorOf(
                connector.id,
                connector.name,
                value as ConnectorFamilyId,
                connector.ways as readonly string[],
              )
              put(`connectors.${i}`, { ...connector, ...made, ways: connector.ways })
            }}
          />
          <WordsAt
            at={`connectors.${i}.key`}
            label="What keeps it from turning"
            most={40}
            mayBeEmpty
            hint={connector.key === null ? 'nothing: it can be put in turned' : undefined}
          />
          <Button look="quiet" onClick={() => set(part.connectors.filter((_, at) => at !== i))}>
            Take {connector.name} apart
          </Button>
        </div>
      ))}
      {blocks.size > 0 ? (
        <div className="flex flex-wrap items-end gap-2">
          <div className="w-60">
            <Choice
              label="A block as a connector of"
              value={family}
              options={FAMILIES}
              onChoose={(value) => setFamily(value as ConnectorFamilyId)}
            />
          </div>
          {[...blocks].map(([block, ways]) => (
            <Button
              key={block}
              onClick={() => set([...part.connectors, connectorOf(freeId(block), block, family, ways)])}
            >
              {block}, {ways.length} ways
            </Button>
          ))}
        </div>
      ) : part.connectors.length === 0 ? (
        <p className="text-[14px] text-mute">None. Terminals that are given a block can become one.</p>
      ) : null}
    </section>
  )
}
