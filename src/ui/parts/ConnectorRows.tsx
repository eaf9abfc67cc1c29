'use client'
import { useState } from 'react'
import { connectorId, connectorOf } from '@/core/catalogue'
import type { Part, TerminalId } from '@/core/plan'
import { CONNECTOR_FAMILIES, familyNamed, type ConnectorFamilyId } from '@/core/reference'
import { Button, Choice, CommitField } from '@/ui/primitives'
import type { Change } from './PartEditor'

const FAMILIES = (Object.keys(CONNECTOR_FAMILIES) as ConnectorFamilyId[]).map((id) => ({
  value: id,
  label: CONNECTOR_FAMILIES[id].name,
}))

/** Terminals that sit in one housing: a block of them becomes a connector, with what its plug is like. */
export function ConnectorRows({ part, onChange }: { readonly part: Part; readonly onChange: Change }) {
  const [family, setFamily] = useState<ConnectorFamilyId>('2.5')
  const taken = new Set(part.connectors.flatMap(({ ways }) => ways))
  const blocks = new Map<string, TerminalId[]>()
  for (const key of Object.keys(part.terminals) as TerminalId[]) {
    const { block } = part.terminals[key]!
    if (block !== null && !taken.has(key)) blocks.set(block, [...(blocks.get(block) ?? []), key])
  }
  const set = (connectors: Part['connectors']) => onChange({ ...part, connectors })
  const change = (at: number, changes: Partial<Part['connectors'][number]>) =>
    set(part.connectors.map((each, i) => (i === at ? { ...each, ...changes } : each)))
  const freeId = (name: string) => connectorId(name, new Set(part.connectors.map(({ id }) => id)))
  return (
    <section aria-label="Connectors" className="space-y-2">
      <h3 className="font-bold">Connectors</h3>
      {part.connectors.map((connector, i) => (
        <div
          key={connector.id}
          className="grid grid-cols-2 items-end gap-3 rounded-lg border border-hair p-2 sm:grid-cols-4"
        >
          <CommitField
            label="Connector"
            value={connector.name}
            hint={`${connector.ways.length} ways: ${connector.ways
              .map((way) => (way === null ? 'none' : (part.terminals[way]?.label ?? way)))
              .join(', ')}`}
            onCommit={(text) =>
              text.trim() === '' ? 'give it a name' : (change(i, { name: text.trim().slice(0, 80) }), null)
            }
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
              change(i, { ...made, ways: connector.ways })
            }}
          />
          <CommitField
            label="What keeps it from turning"
            value={connector.key ?? ''}
            hint={connector.key === null ? 'nothing: it can be put in turned' : undefined}
            onCommit={(text) => (change(i, { key: text.trim() === '' ? null : text.trim().slice(0, 40) }), null)}
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
