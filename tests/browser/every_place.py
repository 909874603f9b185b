"""Every place of the program with all that unfolds in it, and what is measured of a page as it stands."""

from playwright.sync_api import Page

UNFOLD = """async () => {
  for (let round = 0; round < 6; round++) {
    const shut = [...document.querySelectorAll(':is(main, [role=dialog]) .turn[aria-expanded=false]')]
    if (shut.length === 0) return
    shut.forEach(one => one.click())
    await new Promise(done => setTimeout(done, 120))
  }
}"""
"""Open whatever is folded away, also what is folded away within."""

SMALL = """least => {
  const shown = e => { const s = getComputedStyle(e), r = e.getBoundingClientRect()
    return s.visibility !== 'hidden' && s.display !== 'none' && r.width > 0 && r.height > 0 }
  const targetOf = e => e.matches('.visually-hidden')
    ? document.querySelector(`label[for="${e.id}"]`) ?? e.closest('label') : e
  const inText = e => getComputedStyle(e).display === 'inline' && e.closest('p, small')
  const all = document.querySelectorAll('a[href], button, input, select, textarea, summary, [role=slider]')
  return [...all].map(targetOf).filter(e => e && shown(e) && !inText(e) && !e.matches(':disabled, svg *'))
    .map(e => [e, e.getBoundingClientRect()])
    .filter(([, r]) => r.height < least - 0.5 || r.width < least - 0.5)
    .map(([e, r]) => `${e.tagName} “${(e.getAttribute('aria-label') || e.innerText || e.id).slice(0, 40)}” `
      + `${Math.round(r.width)} × ${Math.round(r.height)}`)
}"""
"""Targets smaller than so many CSS pixels: what is tapped of them, which of a hidden field is its label.
Links within a sentence are as high as its lines (WCAG 2.2, 2.5.8, inline)."""

WORDS = """() => {
  const shown = e => {
    const s = getComputedStyle(e); return s.visibility !== 'hidden' && s.display !== 'none' }
  const said = [document.body.innerText]
  for (const name of ['aria-label', 'aria-valuetext', 'title', 'placeholder', 'alt'])
    for (const e of document.querySelectorAll(`[${name}]`)) if (shown(e)) said.push(e.getAttribute(name))
  for (const e of document.querySelectorAll('input:not([type=date], [type=range]), textarea'))
    if (shown(e)) said.push(e.value)
  return said.join('\\n')
}"""
"""All that is read or heard of a page, what stands in its fields, too."""

CUT = """() => {
  const lines = e => { const range = document.createRange(), tops = new Set()
    for (const node of e.childNodes) { if (node.nodeType !== 3) continue
      for (const word of node.data.matchAll(/\\S+/g)) {
        range.setStart(node, word.index); range.setEnd(node, word.index + word[0].length)
        if (new Set([...range.getClientRects()].map(r => Math.round(r.top))).size > 1) tops.add(word[0]) } }
    return [...tops] }
  const one = 'main :is(b, span, button, a, h1, h2, h3, label, p, small), aside :is(b, span)'
  return [...document.querySelectorAll(one)]
    .flatMap(lines)
}"""
"""Words that are broken in their middle."""

RING = """() => {
  const ringed = one => { const s = one && getComputedStyle(one)
    const ring = s && s.outlineStyle !== 'none' && parseFloat(s.outlineWidth) >= 2
    return ring && one.getBoundingClientRect().width > 2 }
  const stops = window.stops = []
  let first
  document.addEventListener('keyup', event => {
    const e = document.activeElement
    if (event.key !== 'Tab' || !e || e === document.body) return
    const drawn = [e, e.nextElementSibling, e.closest('label'), ...(e.labels ?? [])]
    stops.push({again: e === first, seen: drawn.some(ringed), name: e.outerHTML.slice(0, 260)})
    first ??= e
  }, true)
}"""
"""Note each element that Tab leads to, and whether its focus is seen."""

SPACING = """* { line-height: 1.5 !important; letter-spacing: 0.12em !important }
* { word-spacing: 0.16em !important }
p { margin-bottom: 2em !important }"""
"""Text spacing that nothing may be lost in (WCAG 2.2, success criterion 1.4.12)."""

FIRST_ACTS = """() => [...document.querySelectorAll('main .btn-primary, aside .btn-primary')]
  .filter(e => e.getBoundingClientRect().width > 0).map(e => e.textContent.trim())"""
"""The acts of a screen that are offered first."""

JUMPS = """() => { window.jumps = []; new PerformanceObserver(seen => {
  for (const one of seen.getEntries()) if (!one.hadRecentInput) window.jumps.push(one.value)
}).observe({type: 'layout-shift', buffered: true}) }"""
"""How much of a page moves without anybody's doing, as browsers measure it (Layout Instability API, W3C)."""

WIDE = "[document.documentElement.scrollWidth, document.querySelector('main')?.scrollWidth ?? 0]"


def unfold(page: Page) -> None:
    """Open whatever is folded away."""
    page.evaluate(UNFOLD)
