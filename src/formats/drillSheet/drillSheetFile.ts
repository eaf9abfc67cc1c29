import { fileStem } from '../fileStem'
import { drillCsv } from './drillCsv'
import { drillDrawing, type DrillDrawing, type DrillSheetRequest } from './drillDrawing'
import { drillDxf } from './drillDxf'
import { drillSvg } from './drillSvg'
import type { Paper } from './tiles'

export const DRILL_FORMATS = ['pdf', 'svg', 'dxf', 'csv'] as const
export type DrillFormat = (typeof DRILL_FORMATS)[number]

const TYPES: Readonly<Record<DrillFormat, string>> = {
  pdf: 'application/pdf',
  svg: 'image/svg+xml',
  dxf: 'image/vnd.dxf',
  csv: 'text/csv; charset=utf-8',
}

/** One face's drill sheet as a file: its bytes, its type, and a name without anything that a file system minds. */
export async function drillSheetFile(
  request: DrillSheetRequest,
  format: DrillFormat,
  paper: Paper,
): Promise<{ readonly name: string; readonly type: string; readonly bytes: Uint8Array }> {
  const drawing = drillDrawing(request)
  const bytes =
    format === 'pdf'
      ? await pdfOf(drawing, paper)
      : new TextEncoder().encode(
          format === 'svg' ? drillSvg(drawing) : format === 'dxf' ? drillDxf(drawing) : drillCsv(drawing),
        )
  const { plan, enclosure, face } = request
  const stem = fileStem([plan.name, plan.enclosures[enclosure]!.faces[face]!.name].join(' '), 'face')
  return { name: `${stem}-drill.${format}`, type: TYPES[format], bytes }
}

/** The writer of PDF is the largest part of it all: loaded when a PDF is wanted. */
async function pdfOf(drawing: DrillDrawing, paper: Paper): Promise<Uint8Array> {
  const { drillPdf } = await import('./drillPdf')
  return drillPdf(drawing, paper)
}
