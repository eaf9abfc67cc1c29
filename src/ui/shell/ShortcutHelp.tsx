import { Modal } from '@/ui/primitives'
import { STAGES } from './stages'

const KEYS = [
  [STAGES.length > 9 ? 'Alt 1 … 9, 0' : `Alt 1 … ${STAGES.length}`, 'go to a stage'],
  ['f', 'what is wrong, and why'],
  ['a', 'go to what this stage is for: the next signature, reading, end, join or proposal; Enter does it'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Enter', 'take what was typed in a field'],
  ['Esc', 'give back what was there; shut the drawer'],
  ['Arrows, Shift Arrows', 'lay out: move what is chosen by 1 mm, by 10 mm'],
  ['R, Delete', 'lay out: turn it, take it off'],
  ['Space, Shift Enter', 'lay out: choose it too, or no more'],
  ['?', 'these keys'],
] as const

export function ShortcutHelp({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return (
    <Modal title="Keys" open={open} onClose={onClose}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="figures rounded border border-hair bg-wash px-2 py-0.5">{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  )
}
