'use client'
import type { DeviceId, TerminalId, WireEnd } from '@/core/plan'
import { Button, INPUT, later, Modal } from '@/ui/primitives'
import { useTerminals } from './useTerminals'

/** Comes when the first end is looked for. */
export const TerminalCombobox = later(
  async () => ({ default: (await import('./TerminalCombobox')).TerminalCombobox }),
  <input aria-label="A moment …" className={INPUT} readOnly />,
)

export function TerminalPicker({
  title,
  except,
  onPick,
  onClose,
}: {
  readonly title: string
  readonly except: WireEnd
  readonly onPick: (device: DeviceId, terminal: TerminalId) => void
  readonly onClose: () => void
}) {
  const choices = useTerminals().filter(
    ({ device, terminal }) => !(except.kind === 'terminal' && except.device === device && except.terminal === terminal),
  )
  return (
    <Modal title={title} open onClose={onClose}>
      <TerminalCombobox
        autoFocus
        label={title}
        choices={choices}
        onPick={({ device, terminal }) => onPick(device, terminal)}
      />
      <div className="mt-60 flex justify-end">
        <Button onClick={onClose}>Leave it where it is</Button>
      </div>
    </Modal>
  )
}
