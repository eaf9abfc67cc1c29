import { PDFDocument, rgb, StandardFonts } from 'pdf-lib'
import type { PrintedPage } from '@/core/papers'
import { printable, pt } from '../pdf'

const INK = rgb(0, 0, 0)
/** So that what is measured from line to line is the pitch, lines are thin. */
const LINE_mm = 0.1

/** Pages of labels or strips at 1:1. */
export async function pagesPdf(pages: readonly PrintedPage[], title: string): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle(title)
  document.setCreator('Glad Rafter')
  document.setCreationDate(new Date(0))
  document.setModificationDate(new Date(0))
  const plain = await document.embedFont(StandardFonts.Helvetica)
  const bold = await document.embedFont(StandardFonts.HelveticaBold)
  for (const { width_mm, height_mm, boxes, texts } of pages) {
    const page = document.addPage([pt(width_mm), pt(height_mm)])
    for (const box of boxes)
      page.drawRectangle({
        x: pt(box.x_mm),
        y: pt(height_mm - box.y_mm - box.height_mm),
        width: pt(box.width_mm),
        height: pt(box.height_mm),
        borderColor: INK,
        borderWidth: pt(LINE_mm),
      })
    for (const { text, x_mm, y_mm, size_mm, isBold } of texts) {
      const font = isBold ? bold : plain
      page.drawText(printable(text, font), {
        x: pt(x_mm),
        y: pt(height_mm - y_mm),
        size: pt(size_mm),
        font,
        color: INK,
      })
    }
  }
  return document.save()
}
