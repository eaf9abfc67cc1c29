'use client'
import { useEffect, useState } from 'react'
import { COMMON_TOOL, toolProfile, type ToolProfile } from '@/core/termination'
import { Button, Choice, INPUT, Labelled, newId } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'

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

const EMPTY_DIE = { kind: 'contact', pitch_mm: '2.5', min_mm2: '0.08', max_mm2: '0.35', conductor: '', jacket: '' }
type DieText = typeof EMPTY_DIE

/** Which crimper is in hand, and own ones with their dies: they depend on tool, contact, size and jacket. */
export function ToolChoice({ tool }: { readonly tool: ToolState }) {
  const [name, setName] = useState('')
  const [dies, setDies] = useState<readonly DieText[]>([EMPTY_DIE])
  const [problem, setProblem] = useState<string | null>(null)
  const add = async () => {
    const typed = {
      name,
      dies: dies
        .filter(({ conductor, jacket }) => conductor.trim() !== '' || jacket.trim() !== '')
        .map(({ kind, pitch_mm, min_mm2, max_mm2, conductor, jacket }) => ({
          kind,
          pitch_mm: pitch_mm.trim() === '' ? null : Number(pitch_mm.replace(',', '.')),
          min_mm2: Number(min_mm2.replace(',', '.')),
          max_mm2: Number(max_mm2.replace(',', '.')),
          conductor,
          jacket,
        })),
    }
    const read = toolProfile.safeParse(typed)
    if (!read.success) {
      const [first] = read.error.issues
      return setProblem(`${first!.path.join(' ') || 'The tool'} ${first!.message}`)
    }
    const failure = await tool.put(read.data)
    setProblem(failure)
    if (failure === null) {
      setName('')
      setDies([EMPTY_DIE])
    }
  }
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
      <details className="text-[14px]">
        <summary className="min-h-8 font-semibold">Own tool</summary>
        <div className="space-y-2 rounded-lg border border-hair bg-sheet p-2">
          <Labelled label="Its name">
            {(props) => (
              <input
                {...props}
                className={INPUT}
                maxLength={80}
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            )}
          </Labelled>
          {dies.map((die, i) => (
            <fieldset key={i} className="grid grid-cols-2 gap-1 border-t border-hair pt-1">
              <legend className="text-[13px] text-mute">Die {i + 1}</legend>
              {(
                [
                  ['pitch_mm', 'Pitch, mm'],
                  ['min_mm2', 'From mm²'],
                  ['max_mm2', 'To mm²'],
                  ['conductor', 'Conductor die'],
                  ['jacket', 'Jacket die'],
                ] as const
              ).map(([key, label]) => (
                <Labelled key={key} label={label}>
                  {(props) => (
                    <input
                      {...props}
                      className={`${INPUT} figures`}
                      value={die[key]}
                      onChange={(event) =>
                        setDies(dies.map((each, j) => (j === i ? { ...each, [key]: event.target.value } : each)))
                      }
                    />
                  )}
                </Labelled>
              ))}
              <Choice
                label="For"
                value={die.kind}
                options={[
                  { value: 'contact', label: 'contacts' },
                  { value: 'sealed-contact', label: 'sealed contacts' },
                ]}
                onChoose={(kind) => setDies(dies.map((each, j) => (j === i ? { ...each, kind } : each)))}
              />
            </fieldset>
          ))}
          <div className="flex flex-wrap gap-1.5">
            <Button onClick={() => setDies([...dies, EMPTY_DIE])}>One more die</Button>
            <Button look="main" onClick={() => void add()}>
              Keep this tool
            </Button>
            {tool.chosen === COMMON ? null : (
              <Button look="danger" onClick={() => void tool.remove(tool.chosen)}>
                Remove {tool.profile.name}
              </Button>
            )}
          </div>
          {(problem ?? tool.problem) ? (
            <p role="alert" className="font-semibold text-stop">
              {problem ?? tool.problem}
            </p>
          ) : null}
        </div>
      </details>
    </div>
  )
}
