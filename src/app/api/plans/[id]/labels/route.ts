import { labelMedia, labelPages, labelsOf, legendStrips, stripPages } from '@/core/papers'
import { readWith } from '@/core/calculator'
import { fileStem } from '@/formats/fileStem'
import { labelCsv, pagesSvg } from '@/formats/labels'
import { pagesPdf } from '@/formats/labels/pagesPdf'
import { download, problem, readQuery } from '@/server/http'
import { planOf } from '@/server/planOf'
import { labelsRequest } from '@/server/requests'
import { route } from '@/server/route'

/** Labels on a sheet or a tape, or legend strips at their pitch, for any printer. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request, { id = '' }) {
    const query = readQuery(request, labelsRequest)
    if (query.kind === 'refused') return query.response
    const { format, kinds, what, on, ...sheet } = query.value
    const media = readWith(
      labelMedia,
      on === 'sheet' ? { kind: 'sheet', ...sheet } : { kind: 'tape', height_mm: sheet.height_mm },
    )
    if (media.kind === 'refused') return problem(422, 'The request is not right', media.issues)
    const found = await planOf(id)
    if (found.kind === 'refused') return found.response
    const { plan } = found.stored
    const stem = `${fileStem(plan.name, 'plan')}-${what}`
    const labels = labelsOf(plan).filter(({ kind }) => kinds.includes(kind))
    if (format === 'csv') return download(`${stem}.csv`, 'text/csv; charset=utf-8', labelCsv(labels))
    const pages = what === 'strips' ? stripPages(legendStrips(plan), sheet.paper) : labelPages(labels, media.value)
    const title = `${plan.name}: ${what}`
    return format === 'svg'
      ? download(`${stem}.svg`, 'image/svg+xml', pagesSvg(pages, title))
      : download(`${stem}.pdf`, 'application/pdf', await pagesPdf(pages, title))
  },
})
