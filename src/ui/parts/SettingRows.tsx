'use client'
import type { Part } from '@/core/plan'
import { Button, Choice, CommitField } from '@/ui/primitives'
import { ChoiceAt, FigureAt, WordsAt } from './PartFields'
import { usePartForm } from './usePartForm'

const CUTS = [
  { value: 'none', label: 'none' },
  { value: 'round', label: 'round' },
  { value: 'rectangle', label: 'rectangle' },
]

/** What is set on it, and what it wants cut. */
export function SettingRows() {
  const { part, set } = usePartForm()
  const { settings } = part
  const cut = part.cutouts.findIndex((cutout) => cutout.for === 'body')
  const shape = part.cutouts[cut]?.shape
  const setCut = (next: object | null) =>
    set('cutouts', [
      ...part.cutouts.filter((cutout) => cutout.for !== 'body'),
      ...(next ? [{ id: 'body', shape: next, x_mm: 0, y_mm: 0, for: 'body', screw: null }] : []),
    ])
  return (
    <section aria-label="Settings and cut-out" className="space-y-2">
      <h3 className="font-bold">Settings and cut-out</h3>
      {settings.map((setting, i) => (
        <div
          key={setting.id}
          className="grid gap-2 rounded-lg border border-hair p-2 sm:grid-cols-[1fr_2fr_1fr_auto] sm:items-end"
        >
          <WordsAt at={`settings.${i}.name`} label="Setting" most={80} />
          <CommitField
            label="Its options, with commas between"
            value={setting.options.join(', ')}
            onCommit={(text) => {
              const options = text
                .split(',')
                .map((each) => each.trim().slice(0, 40))
                .filter((each) => each !== '')
              if (options.length === 0) return 'give one option or more'
              const initial = options.includes(setting.initial ?? '') ? setting.initial : null
              set(`settings.${i}`, { ...setting, options, initial })
              return null
            }}
          />
          <ChoiceAt
            at={`settings.${i}.initial`}
            label="As it comes"
            options={[{ value: '', label: 'unknown' }, ...setting.options.map((value) => ({ value, label: value }))]}
          />
          <Button
            look="quiet"
            aria-label={`Remove ${setting.name}`}
            onClick={() =>
              set(
                'settings',
                settings.filter((_, at) => at !== i),
              )
            }
          >
            ×
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          let n = settings.length + 1
          while (settings.some(({ id }) => id === `set${n}`)) n += 1
          const setting: Part['settings'][number] = {
            id: `set${n}`,
            name: `Setting ${n}`,
            kind: 'switch',
            options: ['off', 'on'],
            initial: null,
            beforeMounting: false,
            side: null,
            volts_per_A: null,
          }
          set('settings', [...settings, setting])
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
          <FigureAt isAbove0 at={`cutouts.${cut}.shape.diameter_mm`} label="Diameter" unit="mm" />
        ) : null}
        {shape?.kind === 'rectangle' ? (
          <>
            <FigureAt isAbove0 at={`cutouts.${cut}.shape.width_mm`} label="Cut width" unit="mm" />
            <FigureAt isAbove0 at={`cutouts.${cut}.shape.height_mm`} label="Cut height" unit="mm" />
          </>
        ) : null}
      </div>
    </section>
  )
}
