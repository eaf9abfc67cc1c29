'use client'
import { later, Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const FigurePanel = later(async () => ({ default: (await import('@/ui/panels/FigurePanel')).FigurePanel }))
const FindingsPanel = later(async () => ({ default: (await import('@/ui/panels/FindingsPanel')).FindingsPanel }))
const FollowedPanel = later(async () => ({ default: (await import('@/ui/panels/FollowedPanel')).FollowedPanel }))
const DevicePanel = later(async () => ({ default: (await import('@/ui/panels/DevicePanel')).DevicePanel }))
const WirePanel = later(async () => ({ default: (await import('@/ui/panels/WirePanel')).WirePanel }))

/** Shut until something is asked; then it says how, what is wrong, or what a thing is. */
export function Drawer() {
  const { drawer, open, plan } = useRoom()
  if (!drawer) return null
  const isGone =
    (drawer.kind === 'device' && !plan.devices[drawer.id]) || (drawer.kind === 'wire' && !plan.wires[drawer.id])
  if (isGone) return null
  return (
    <aside
      aria-label="Drawer"
      className="w-[316px] shrink-0 border-l border-hair bg-sheet px-4 py-3 max-md:fixed max-md:inset-0 max-md:z-40 max-md:w-full max-md:overflow-y-auto md:sticky md:top-[58px] md:h-[calc(100vh-58px)] md:overflow-y-auto"
    >
      <div className="flex justify-between">
        {drawer.kind === 'figure' && drawer.back ? (
          <button
            type="button"
            className="text-[13px] font-semibold text-accent hover:underline"
            onClick={() => open(drawer.back!)}
          >
            ← back
          </button>
        ) : (
          <span />
        )}
        <button type="button" className="rounded px-2 text-[13px] text-mute hover:bg-wash" onClick={() => open(null)}>
          Shut <Sign of="close" />
        </button>
      </div>
      {drawer.kind === 'figure' ? <FigurePanel view={drawer} /> : null}
      {drawer.kind === 'findings' ? <FindingsPanel /> : null}
      {drawer.kind === 'followed' ? <FollowedPanel /> : null}
      {drawer.kind === 'device' ? <DevicePanel key={drawer.id} id={drawer.id} /> : null}
      {drawer.kind === 'wire' ? <WirePanel key={drawer.id} id={drawer.id} /> : null}
    </aside>
  )
}
