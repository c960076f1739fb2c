import type { Page } from 'playwright-core'

/** What of a view's drawings cannot be seen: not drawn at all, too small for its pane, or words under a button. */
export const hidden = (page: Page) =>
  page.evaluate(() => {
    const seen = (e: Element) => e.checkVisibility() && e.getBoundingClientRect().width > 0
    const frames = [...document.querySelectorAll<HTMLElement>('.drawing-frame')].filter((e) =>
      e.checkVisibility()
    )
    const small = frames.flatMap((frame) => {
      const pane = frame.getBoundingClientRect()
      const high = Math.min(pane.height, innerHeight)
      const sheet = [...frame.querySelectorAll('svg:not(button svg), canvas')]
        .map((svg) => svg.getBoundingClientRect())
        .reduce<DOMRect | null>(
          (best, r) => (!best || r.width * r.height > best.width * best.height ? r : best),
          null
        )
      if (!sheet) return [`nothing drawn in ${Math.round(pane.width)} × ${Math.round(pane.height)}`]
      const at = `${Math.round(sheet.width)} × ${Math.round(sheet.height)} of ${Math.round(pane.width)} × ${Math.round(pane.height)}`
      return sheet.width >= pane.width / 3 && sheet.height >= high / 3 ? [] : [at]
    })
    const buttons = frames.flatMap((frame) =>
      [...frame.querySelectorAll('button')].filter(seen).map((b) => ({ frame, b }))
    )
    const under = buttons.flatMap(({ frame, b }) => {
      const box = b.getBoundingClientRect()
      return [...frame.querySelectorAll('svg text, li')].filter(seen).flatMap((text) => {
        const r = text.getBoundingClientRect()
        const wide = Math.min(r.right, box.right) - Math.max(r.left, box.left)
        const high =
          Math.min(r.bottom - r.height / 5, box.bottom) - Math.max(r.top + r.height / 5, box.top)
        return wide > 2 && high > 2
          ? [`“${text.textContent?.trim()}” under ${b.ariaLabel ?? b.textContent?.trim()}`]
          : []
      })
    })
    return { small, under }
  })
