'use client'
import type { Block, Paper } from '@/core/papers'
import { Photos } from '@/ui/bench'
import { useRoom } from '@/ui/room'

/** A paper as it will be printed. */
export function PaperView({ paper, revision }: { readonly paper: Paper; readonly revision: number }) {
  const { plan } = useRoom()
  return (
    <article
      aria-label={paper.title}
      className="rounded-xl border border-hair bg-sheet px-6 py-5 text-[14px] max-md:px-3 print:border-0 print:p-0"
    >
      <h2 className="mb-2 border-b-2 border-accent pb-1 text-[20px] font-bold">{paper.title}</h2>
      {paper.blocks.map((block, i) => (
        <BlockView key={i} block={block} />
      ))}
      <p className="mt-4 text-[13px] text-mute">
        {plan.name}, revision {revision}
      </p>
    </article>
  )
}

function BlockView({ block }: { readonly block: Block }) {
  switch (block.kind) {
    case 'heading':
      return <h3 className="mt-3 mb-1 break-after-avoid text-[16px] font-bold">{block.text}</h3>
    case 'text':
      return <p className={`my-1 ${block.isStrong ? 'font-semibold' : ''}`}>{block.text}</p>
    case 'ticks':
      return (
        <ul className="my-1 space-y-1">
          {block.items.map((item, i) => (
            <li key={i} className="flex gap-2">
              <span aria-hidden className="mt-1 size-3 shrink-0 border border-ink" />
              <span>{item}</span>
            </li>
          ))}
        </ul>
      )
    case 'table':
      return <TableView block={block} />
    case 'face':
      return <FaceView block={block} />
    case 'photos':
      return (
        <figure className="my-2">
          <Photos photos={block.ids} />
          <figcaption className="text-[13px] text-mute">{block.caption}</figcaption>
        </figure>
      )
  }
}

function TableView({ block }: { readonly block: Extract<Block, { kind: 'table' }> }) {
  const shares = block.columns.reduce((sum, { share }) => sum + share, 0)
  return (
    <div
      className="overflow-x-auto"
      tabIndex={0}
      role="region"
      aria-label={block.columns.map(({ title }) => title).join(', ')}
    >
      <table className="w-full min-w-[520px] border-collapse">
        <colgroup>
          {block.hasTicks ? <col style={{ width: '22px' }} /> : null}
          {block.columns.map(({ share }, i) => (
            <col key={i} style={{ width: `${(100 * share) / shares}%` }} />
          ))}
        </colgroup>
        <thead>
          <tr className="border-b border-mute text-[13px] text-mute">
            {block.hasTicks ? (
              <th>
                <span className="sr-only">Tick</span>
              </th>
            ) : null}
            {block.columns.map(({ title, isFigure }, i) => (
              <th key={i} className={`px-1.5 py-1 font-normal ${isFigure ? 'text-right' : 'text-left'}`}>
                {title || <span className="sr-only">Kind</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {block.rows.map((row, i) => (
            <tr key={i} className="break-inside-avoid border-b border-hair align-top">
              {block.hasTicks ? (
                <td className="pt-1.5">
                  <span aria-hidden className="block size-3 border border-ink" />
                </td>
              ) : null}
              {block.columns.map(({ isFigure }, k) => (
                <td key={k} className={`px-1.5 py-1 ${isFigure ? 'figures text-right whitespace-nowrap' : ''}`}>
                  {row[k]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function FaceView({ block }: { readonly block: Extract<Block, { kind: 'face' }> }) {
  const text = Math.max(block.width_mm, block.height_mm) / 40
  return (
    <figure className="my-2">
      <svg
        viewBox={`-2 -2 ${block.width_mm + 4} ${block.height_mm + 4}`}
        className="max-h-[420px] w-full"
        role="img"
        aria-label={block.items.map(({ tag }) => tag).join(', ')}
      >
        <rect width={block.width_mm} height={block.height_mm} className="fill-none stroke-ink" strokeWidth={text / 8} />
        {block.ways.map((way, i) => (
          <rect
            key={i}
            x={way.left_mm}
            y={way.top_mm}
            width={way.width_mm}
            height={way.height_mm}
            className="fill-wash"
          />
        ))}
        {block.items.map((item) => (
          <g key={item.device}>
            <rect
              x={item.left_mm}
              y={item.top_mm}
              width={item.width_mm}
              height={item.height_mm}
              className="fill-none stroke-ink"
              strokeWidth={text / 12}
            />
            <text
              x={item.left_mm + item.width_mm / 2}
              y={item.top_mm + item.height_mm / 2}
              fontSize={Math.min(text, (1.5 * item.width_mm) / Math.max(2, item.tag.length))}
              textAnchor="middle"
              dominantBaseline="central"
              className="fill-ink font-bold"
            >
              {item.tag}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-[13px] text-mute">{block.caption}</figcaption>
    </figure>
  )
}
