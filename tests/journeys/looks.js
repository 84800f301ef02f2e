// What a person would call cut off or on top of each other. Returns a line for each.
() => {
  const complaints = []
  const shown = (el) => {
    const style = getComputedStyle(el)
    return style.visibility !== 'hidden' && style.display !== 'none' && style.opacity !== '0' && !el.closest('.unseen, [hidden]')
  }
  // a table that draws only the rows in sight scrolls them itself, with a bar of its own
  const rolls = (box) => box.classList.contains('ant-table-tbody-virtual-holder')
  const scrolls = (box, style) => rolls(box) || /auto|scroll/.test(style.overflowX + style.overflowY)
  const clips = (box, style) => !rolls(box) && /hidden|clip/.test(style.overflowX + style.overflowY)
  const texts = []
  // beneath an open dialog the page is dimmed and out of reach: what counts is the dialog
  const walker = document.createTreeWalker([...document.querySelectorAll('.ant-modal, .ant-drawer')].find((one) => one.getBoundingClientRect().width > 0) ?? document.body, NodeFilter.SHOW_TEXT)
  while (walker.nextNode()) {
    const node = walker.currentNode
    const el = node.parentElement
    if (!node.data.trim() || !el || !shown(el) || ['SCRIPT', 'STYLE', 'TITLE'].includes(el.tagName)) continue
    const range = document.createRange()
    range.selectNodeContents(node)
    for (const full of range.getClientRects()) {
      let rect = { left: full.left, right: full.right, top: full.top, bottom: full.bottom }
      let gone = false
      for (let box = el; box; box = box.parentElement) {
        const style = getComputedStyle(box)
        const room = box.getBoundingClientRect()
        if (clips(box, style) && (rect.right > room.right + 1 || rect.left < room.left - 1 || rect.bottom > room.bottom + 2)) {
          complaints.push(`cut off: “${node.data.trim().slice(0, 60)}” in ${box.className || box.tagName}`)
        }
        if (scrolls(box, style)) {
          if (full.right > room.right + 1 && style.overflowX !== 'auto') complaints.push(`too wide: “${node.data.trim().slice(0, 60)}”`)
          rect = { left: Math.max(rect.left, room.left), right: Math.min(rect.right, room.right), top: Math.max(rect.top, room.top), bottom: Math.min(rect.bottom, room.bottom) }
          if (rect.bottom - rect.top < 4 || rect.right - rect.left < 2) gone = true
        }
      }
      if (gone) continue
      if (rect.right > innerWidth + 1 || rect.bottom > innerHeight + 1) complaints.push(`outside the window: “${node.data.trim().slice(0, 60)}”`)
      texts.push({ node, el, rect })
    }
  }
  for (const el of document.querySelectorAll('input')) {
    if (shown(el) && el.value && el.scrollWidth > el.clientWidth + 1) complaints.push(`cut off in a field: “${el.value.slice(0, 60)}”`)
  }
  const floats = (el) => el.closest('.slipacts, [role="listbox"], .ant-modal, .details.wide')
  for (let i = 0; i < texts.length; i++) {
    for (let j = i + 1; j < texts.length; j++) {
      const a = texts[i], b = texts[j]
      if (a.node === b.node || floats(a.el) !== floats(b.el)) continue
      const wide = Math.min(a.rect.right, b.rect.right) - Math.max(a.rect.left, b.rect.left)
      const high = Math.min(a.rect.bottom, b.rect.bottom) - Math.max(a.rect.top, b.rect.top)
      if (wide > 2 && high > 5) complaints.push(`overlap: “${a.node.data.trim().slice(0, 40)}” and “${b.node.data.trim().slice(0, 40)}”`)
    }
  }
  return [...new Set(complaints)]
}
