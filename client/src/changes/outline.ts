import type { ChangeList } from '../shared/api/client'

export type FolderChange = ChangeList['summary']['folders'][number]

/** A line of the outline before and after: a folder that the list touches, or one above several of them. */
export interface OutlineRow {
  path: string
  label: string // from the line above it
  depth: number
  before: number
  after: number
  own: FolderChange | undefined // undefined: the list touches only what is beneath, whose sums these are
}

interface Node {
  label: string
  path: string
  own: FolderChange | undefined
  children: Map<string, Node>
}

/** The folders as an outline; ways along which nothing branches and nothing changes are one line. */
export function outlineOf(folders: readonly FolderChange[]): OutlineRow[] {
  const root: Node = { label: 'Drive', path: '', own: undefined, children: new Map() }
  for (const folder of folders) {
    let at = root
    for (const part of folder.path === '' ? [] : folder.path.split('/')) {
      let next = at.children.get(part)
      if (!next) {
        next = { label: part, path: at.path === '' ? part : `${at.path}/${part}`, own: undefined, children: new Map() }
        at.children.set(part, next)
      }
      at = next
    }
    at.own = folder
  }
  const rows: OutlineRow[] = []
  if (root.own) rows.push({ path: '', label: root.label, depth: 0, before: root.own.before, after: root.own.after, own: root.own })
  for (const child of root.children.values()) lay(child, 0, rows)
  return rows
}

function lay(node: Node, depth: number, rows: OutlineRow[]): { before: number; after: number } {
  const [only] = node.children.values()
  if (!node.own && only && node.children.size === 1) return lay({ ...only, label: `${node.label} / ${only.label}` }, depth, rows)
  const row: OutlineRow = { path: node.path, label: node.label, depth, before: 0, after: 0, own: node.own }
  rows.push(row)
  const sum = { before: node.own?.before ?? 0, after: node.own?.after ?? 0 }
  for (const child of node.children.values()) {
    const beneath = lay(child, depth + 1, rows)
    sum.before += beneath.before
    sum.after += beneath.after
  }
  row.before = node.own ? node.own.before : sum.before
  row.after = node.own ? node.own.after : sum.after
  return sum
}
