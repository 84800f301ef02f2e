import type { ChangeList } from '../shared/api/client'

export type FolderChange = ChangeList['summary']['folders'][number]

/** A line of the outline before and after: a folder with all beneath it. */
export interface OutlineRow {
  path: string
  label: string // from the line above it
  depth: number
  before: number
  after: number
  own: FolderChange
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
  if (root.own?.itself) rows.push(rowOf(root, root.own, 0))
  for (const child of root.children.values()) lay(child, 0, rows)
  return rows
}

function rowOf(node: Node, own: FolderChange, depth: number): OutlineRow {
  return { path: node.path, label: node.label, depth, before: own.before, after: own.after, own }
}

function lay(node: Node, depth: number, rows: OutlineRow[]): void {
  const [only] = node.children.values()
  if (!node.own?.itself && only && node.children.size === 1) {
    lay({ ...only, label: `${node.label} / ${only.label}` }, depth, rows)
    return
  }
  if (node.own) rows.push(rowOf(node, node.own, depth))
  for (const child of node.children.values()) lay(child, node.own ? depth + 1 : depth, rows)
}
