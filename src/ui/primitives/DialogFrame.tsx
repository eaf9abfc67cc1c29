'use client'
import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react'
import type { ModalProps } from './Modal'

/** The dialog itself, with its trap for the focus. */
export function DialogFrame({ title, onClose, children, wide = false }: ModalProps) {
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div className="fixed inset-0 flex items-end justify-center overflow-y-auto p-3 sm:items-center">
        <DialogPanel
          className={`max-h-[92vh] w-full overflow-y-auto rounded-xl bg-sheet p-5 shadow-xl ${wide === 'most' ? 'max-w-6xl' : wide ? 'max-w-3xl' : 'max-w-lg'}`}
        >
          <DialogTitle className="mb-3 text-xl font-bold">{title}</DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  )
}
