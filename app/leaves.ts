import type { ObjectDirective } from 'vue'

let made = 0

/** What is no panel though it comes next. */
const NO_PANEL = new Set(['LABEL', 'HR', 'SPAN', 'BUTTON'])

/** The element under the tabs, or under the row that they stand in among other things. */
function panelOf(tabs: HTMLElement): Element | null {
  const row = tabs.classList.contains('tabs') ? tabs.parentElement : tabs
  let panel = row?.nextElementSibling ?? null
  while (panel && NO_PANEL.has(panel.tagName)) panel = panel.nextElementSibling
  return panel
}

const tabsOf = (list: HTMLElement): HTMLElement[] => [
  ...list.querySelectorAll<HTMLElement>('[role="tab"]')
]

/** One tab takes the focus, the chosen one; it names the panel that it shows. */
function tie(list: HTMLElement): void {
  const tabs = tabsOf(list)
  const panel = panelOf(list)
  if (panel && !panel.hasAttribute('role')) panel.setAttribute('role', 'tabpanel')
  if (panel && !panel.id) panel.id = `leaf-${++made}`
  for (const tab of tabs) {
    const chosen = tab.getAttribute('aria-selected') === 'true'
    tab.tabIndex = chosen ? 0 : -1
    tab.id ||= `tab-${++made}`
    if (!chosen) tab.removeAttribute('aria-controls')
    else if (panel?.getAttribute('role') === 'tabpanel') {
      tab.setAttribute('aria-controls', panel.id)
      panel.setAttribute('aria-labelledby', tab.id)
    }
  }
}

const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowLeft: -1 }

function onKey(this: HTMLElement, event: KeyboardEvent): void {
  const tabs = tabsOf(this)
  const at = tabs.indexOf(document.activeElement as HTMLElement)
  if (at < 0) return
  let next = at
  if (event.key in STEPS) next = (at + STEPS[event.key] + tabs.length) % tabs.length
  if (event.key === 'Home') next = 0
  if (event.key === 'End') next = tabs.length - 1
  if (next === at) return
  event.preventDefault()
  tabs[next].focus()
  tabs[next].click()
}

/**
 * Makes a row of tabs work as one: arrows, Home and End go from tab to tab, Tab goes on to the panel, and each names the
 * other.
 *
 * @source ARIA Authoring Practices, tabs pattern (W3C); from memory
 */
export const leaves: ObjectDirective<HTMLElement> = {
  mounted: (list) => {
    list.addEventListener('keydown', onKey)
    tie(list)
  },
  updated: tie,
  beforeUnmount: (list) => list.removeEventListener('keydown', onKey)
}
