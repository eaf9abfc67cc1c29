'use client'
import { useEffect, useState } from 'react'
import { COMMON_TOOL, type ToolProfile } from '@/core/termination'
import { Button, Choice, later, newId } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'

const OwnTool = later(async () => ({ default: (await import('./OwnTool')).OwnTool }))

const KEY = 'glad-rafter.tool'
const COMMON = 'common'

interface OwnTool {
  readonly id: string
  readonly tool: ToolProfile
}

export interface ToolState {
  readonly profile: ToolProfile
  readonly chosen: string
  readonly own: readonly OwnTool[]
  readonly problem: string | null
  choose(id: string): void
  put(tool: ToolProfile): Promise<string | null>
  remove(id: string): Promise<void>
}

/** The crimping tool in hand: the common one, or one of the person's own. */
export function useToolProfile(): ToolState {
  const [own, setOwn] = useState<readonly OwnTool[]>([])
  const [chosen, setChosen] = useState(COMMON)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    void request<{ readonly tools: readonly OwnTool[] }>('GET', '/api/tools').then(({ status, body }) => {
      if (status !== 200) return setProblem(problemText(body))
      setOwn(body.tools)
      try {
        const kept = localStorage.getItem(KEY)
        if (kept && body.tools.some(({ id }) => id === kept)) setChosen(kept)
      } catch {
        // Chosen anew each time.
      }
    })
  }, [])
  const choose = (id: string) => {
    setChosen(id)
    try {
      localStorage.setItem(KEY, id)
    } catch {
      // Holds until the page is left.
    }
  }
  return {
    profile: own.find(({ id }) => id === chosen)?.tool ?? COMMON_TOOL,
    chosen,
    own,
    problem,
    choose,
    async put(tool) {
      const id = newId()
      const { status, body } = await request<{ readonly tools: readonly OwnTool[] }>('POST', '/api/tools', { id, tool })
      if (status !== 201) return problemText(body)
      setOwn(body.tools)
      choose(id)
      return null
    },
    async remove(id) {
      const { status, body } = await request<object>('DELETE', `/api/tools/${id}`)
      if (status !== 200) return setProblem(problemText(body))
      setOwn(own.filter((each) => each.id !== id))
      choose(COMMON)
    },
  }
}

/** Which crimper is in hand, and own ones with their dies: they depend on tool, contact, size and jacket. */
export function ToolChoice({ tool }: { readonly tool: ToolState }) {
  const [isOpen, setOpen] = useState(false)
  return (
    <div>
      <Choice
        label="Contact crimper in hand"
        value={tool.chosen}
        options={[
          { value: COMMON, label: COMMON_TOOL.name },
          ...tool.own.map(({ id, tool: each }) => ({ value: id, label: each.name })),
        ]}
        onChoose={tool.choose}
      />
      <details className="text-[14px]" onToggle={(event) => setOpen(isOpen || event.currentTarget.open)}>
        <summary className="min-h-8 font-semibold">Own tool</summary>
        <div className="space-y-2 rounded-lg border border-hair bg-sheet p-2">
          {isOpen ? <OwnTool onPut={tool.put} /> : null}
          {tool.chosen === COMMON ? null : (
            <Button look="danger" onClick={() => void tool.remove(tool.chosen)}>
              Remove {tool.profile.name}
            </Button>
          )}
          {tool.problem ? (
            <p role="alert" className="font-semibold text-stop">
              {tool.problem}
            </p>
          ) : null}
        </div>
      </details>
    </div>
  )
}
