'use client'
import type { StepPlace } from '@/core/procedure'
import { useRoom } from '@/ui/room'

/** The face where it is, to scale: what the step is about filled and named, the rest as outlines. */
export function WherePicture({ place }: { readonly place: StepPlace }) {
  const { plan, evaluation } = useRoom()
  const { enclosure, face } = place
  const box = enclosure === null ? undefined : plan.enclosures[enclosure]
  const data = face === null ? undefined : box?.faces[face]
  const reckoned = evaluation?.reckoning.faces.find((each) => each.enclosure === enclosure && each.face === face)
  if (!box || !data || !reckoned) return null
  const about = new Set(place.devices)
  const text = Math.max(data.width_mm, data.height_mm) / 26
  return (
    <figure className="my-1">
      <svg
        viewBox={`-4 -4 ${data.width_mm + 8} ${data.height_mm + 8}`}
        role="img"
        aria-label={`${data.name} of ${box.name}: ${reckoned.items
          .filter(({ device }) => about.has(device))
          .map(({ device }) => plan.devices[device]?.tag ?? '')
          .join(', ')}`}
        className="max-h-[230px] w-full"
      >
        <rect
          width={data.width_mm}
          height={data.height_mm}
          rx={3}
          className="fill-paper stroke-hair"
          strokeWidth={text / 6}
        />
        {reckoned.raceways.map(({ raceway, body }) => (
          <rect
            key={raceway}
            x={body.left_mm}
            y={body.top_mm}
            width={body.right_mm - body.left_mm}
            height={body.bottom_mm - body.top_mm}
            className="fill-wash"
          />
        ))}
        {reckoned.items.map(({ device, body }) => {
          const isAbout = about.has(device)
          return (
            <g key={device}>
              <rect
                x={body.left_mm}
                y={body.top_mm}
                width={body.right_mm - body.left_mm}
                height={body.bottom_mm - body.top_mm}
                rx={1.5}
                className={isAbout ? 'fill-accent-wash stroke-accent' : 'fill-none stroke-hair'}
                strokeWidth={isAbout ? text / 4 : text / 7}
              />
              {isAbout ? (
                <text
                  x={(body.left_mm + body.right_mm) / 2}
                  y={(body.top_mm + body.bottom_mm) / 2}
                  fontSize={text}
                  textAnchor="middle"
                  dominantBaseline="central"
                  className="fill-ink font-bold"
                >
                  {plan.devices[device]?.tag}
                </text>
              ) : null}
            </g>
          )
        })}
      </svg>
      <figcaption className="text-center text-[13px] text-mute">
        {box.name}, {data.name.toLowerCase()}
      </figcaption>
    </figure>
  )
}
