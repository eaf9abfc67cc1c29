'use client'
import type { DeviceId, TerminalId, WireEnd } from '@/core/plan'
import { Button, Modal } from '@/ui/primitives'
import { TerminalCombobox } from './TerminalCombobox'
import { useTerminals } from './useTerminals'

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
