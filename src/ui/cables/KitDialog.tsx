'use client'
import { counted } from '@/core/quantity'
import { useState } from 'react'

import { takeIn } from '@/core/cables'

import { readKitList } from '@/core/cables/kitList'

import { Button, Labelled, Modal, INPUT } from '@/ui/primitives'

import { useRoom } from '@/ui/room'

const EXAMPLE = `label; end A; end B; ways; length
M1; 2.5 mm plug; bare; 4; 1.2 m
NET; network; network; 8; 1 m`

/** The list of what a kit brought, or of what is found on an existing machine: read as it is typed, taken in whole. */
export function KitDialog({ onClose }: { readonly onClose: () => void }) {
  const { plan, edit } = useRoom()
  const [name, setName] = useState('Kit')
  const [text, setText] = useState('')
  const read = text.trim() === '' ? null : readKitList(text)
  return (
    <Modal wide title="Take in a list of cables" open onClose={onClose}>
      <p className="text-[14px] text-mute">
        A line each: label, first end, second end, ways, length. Commas, semicolons or tabs between; with or without
        headings. Paste it from a spreadsheet, or type it as you unpack.
      </p>
      <div className="mt-2 grid gap-2 sm:grid-cols-[1fr_auto]">
        <Labelled label="Called">
          {(props) => (
            <input
              {...props}
              className={INPUT}
              value={name}
              maxLength={80}
              onChange={(event) => setName(event.target.value)}
            />
          )}
        </Labelled>
        <label className="self-end">
          <span className="inline-block cursor-pointer rounded-lg border border-hair bg-sheet px-3 py-1.5 text-[15px] font-semibold hover:border-accent">
            From a file
          </span>
          <input
            type="file"
            accept=".csv,.txt,text/csv,text/plain"
            className="sr-only"
            onChange={(event) => void event.target.files?.[0]?.text().then(setText)}
          />
        </label>
      </div>
      <div className="mt-2">
        <Labelled label="The list">
          {(props) => (
            <textarea
              {...props}
              data-autofocus
              rows={9}
              className={`${INPUT} figures text-[14px]`}
              placeholder={EXAMPLE}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          )}
        </Labelled>
      </div>
      {read?.kind === 'refused' ? (
        <ul role="alert" className="mt-2 space-y-0.5 text-[14px] font-semibold text-stop">
          {read.issues.slice(0, 6).map(({ path, message }) => (
            <li key={path + message}>
              {path}: {message}
            </li>
          ))}
          {read.issues.length > 6 ? <li>and {read.issues.length - 6} more</li> : null}
        </ul>
      ) : null}
      {read?.kind === 'read' ? (
        <p role="status" className="mt-2 text-[14px]">
          {read.rows.length} cables:{' '}
          {read.rows
            .slice(0, 6)
            .map(({ label }) => label)
            .join(', ')}
          {read.rows.length > 6 ? ' …' : ''}. Each is ticked off as you find it, and plugged in from its own label.
        </p>
      ) : null}
      <div className="mt-3 flex gap-2">
        <Button
          look="main"
          disabled={read?.kind !== 'read'}
          onClick={() => {
            if (read?.kind !== 'read') return
            edit(`Take in ${name.trim() || 'a kit'}`, ...takeIn(plan, name.trim() || 'Kit', read.rows))
            onClose()
          }}
        >
          {read?.kind === 'read' ? `Take in ${counted(read.rows.length, 'cable')}` : 'Take in'}
        </Button>
        <Button look="quiet" onClick={onClose}>
          Not now
        </Button>
      </div>
    </Modal>
  )
}
