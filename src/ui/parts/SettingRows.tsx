'use client'
import type { Part } from '@/core/plan'
import { Button, Choice, CommitField } from '@/ui/primitives'
import { NumberField } from './Amounts'
import type { Change } from './PartEditor'

const CUTS = [
  { value: 'none', label: 'none' },
  { value: 'round', label: 'round' },
  { value: 'rectangle', label: 'rectangle' },
]

/** What is set on it, and what it wants cut. */
export function SettingRows({ part, onChange }: { readonly part: Part; readonly onChange: Change }) {
  const { settings } = part
  const put = (i: number, changes: object) =>
    onChange({ ...part, settings: settings.map((each, at) => (at === i ? { ...each, ...changes } : each)) })
  const body = part.cutouts.find((cutout) => cutout.for === 'body')
  const shape = body?.shape
  const setCut = (next: object | null) =>
    onChange({
      ...part,
      cutouts: [
        ...part.cutouts.filter((cutout) => cutout.for !== 'body'),
        ...(next ? [{ id: 'body', shape: next, x_mm: 0, y_mm: 0, for: 'body', screw: null }] : []),
      ] as Part['cutouts'],
    })
  return (
    <section aria-label="Settings and cut-out" className="space-y-2">
      <h3 className="font-bold">Settings and cut-out</h3>
      {settings.map((setting, i) => (
        <div
          key={setting.id}
          className="grid gap-2 rounded-lg border border-hair p-2 sm:grid-cols-[1fr_2fr_1fr_auto] sm:items-end"
        >
          <CommitField
            label="Setting"
            value={setting.name}
            onCommit={(text) => {
              if (text.trim() === '') return 'give it a name'
              put(i, { name: text.trim().slice(0, 80) })
              return null
            }}
          />
          <CommitField
            label="Its options, with commas between"
            value={setting.options.join(', ')}
            onCommit={(text) => {
              const options = text
                .split(',')
                .map((each) => each.trim().slice(0, 40))
                .filter((each) => each !== '')
              if (options.length === 0) return 'give one option or more'
              put(i, { options, initial: options.includes(setting.initial ?? '') ? setting.initial : null })
              return null
            }}
          />
          <Choice
            label="As it comes"
            value={setting.initial ?? ''}
            options={[{ value: '', label: 'unknown' }, ...setting.options.map((value) => ({ value, label: value }))]}
            onChoose={(value) => put(i, { initial: value === '' ? null : value })}
          />
          <Button
            look="quiet"
            aria-label={`Remove ${setting.name}`}
            onClick={() => onChange({ ...part, settings: settings.filter((each) => each !== setting) })}
          >
            ×
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          let n = settings.length + 1
          while (settings.some(({ id }) => id === `set${n}`)) n += 1
          onChange({
            ...part,
            settings: [
              ...settings,
              {
                id: `set${n}`,
                name: `Setting ${n}`,
                kind: 'switch',
                options: ['off', 'on'],
                initial: null,
                beforeMounting: false,
                side: null,
                volts_per_A: null,
              } as Part['settings'][number],
            ],
          })
        }}
      >
        Add a setting
      </Button>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <Choice
          label="Cut-out for its body"
          value={shape?.kind === 'round' || shape?.kind === 'rectangle' ? shape.kind : 'none'}
          options={CUTS}
          onChoose={(value) =>
            setCut(
              value === 'round'
                ? { kind: 'round', diameter_mm: Math.min(part.body.width_mm, part.body.height_mm) }
                : value === 'rectangle'
                  ? { kind: 'rectangle', width_mm: part.body.width_mm, height_mm: part.body.height_mm, corner_mm: 1 }
                  : null,
            )
          }
        />
        {shape?.kind === 'round' ? (
          <NumberField
            label="Diameter"
            unit="mm"
            value={shape.diameter_mm}
            onSet={(value) => setCut({ ...shape, diameter_mm: value || shape.diameter_mm })}
          />
        ) : null}
        {shape?.kind === 'rectangle' ? (
          <>
            <NumberField
              label="Cut width"
              unit="mm"
              value={shape.width_mm}
              onSet={(value) => setCut({ ...shape, width_mm: value || shape.width_mm })}
            />
            <NumberField
              label="Cut height"
              unit="mm"
              value={shape.height_mm}
              onSet={(value) => setCut({ ...shape, height_mm: value || shape.height_mm })}
            />
          </>
        ) : null}
      </div>
    </section>
  )
}
