import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import type { Upload } from 'tus-js-client'
import { Problem } from '../shared/api/client'
import { sending } from '../shared/api/sending'

export interface Sending {
  id: string
  path: string
  bytes: number
  sent: number
  state: 'waiting' | 'sending' | 'paused' | 'done' | 'failed'
  error: string | null
}

export interface FileAt {
  file: File
  path: string // with the folders it came in
}

const AT_ONCE = 3

/** Files on their way into a folder: a few at once, each can be paused and gone on with, also after a break. */
export function useFolderUploads() {
  const queries = useQueryClient()
  const [sendings, setSendings] = useState<Sending[]>([])
  const uploads = useRef(new Map<string, Upload>())
  const queue = useRef<string[]>([])
  const running = useRef(new Set<string>())

  const set = (id: string, part: Partial<Sending>) => setSendings((now) => now.map((one) => (one.id === id ? { ...one, ...part } : one)))
  const ended = (id: string) => {
    running.current.delete(id)
    next()
    if (running.current.size === 0) void queries.invalidateQueries()
  }
  const next = () => {
    while (running.current.size < AT_ONCE) {
      const id = queue.current.shift()
      if (id === undefined) return
      running.current.add(id)
      set(id, { state: 'sending', error: null })
      uploads.current.get(id)?.start()
    }
  }
  const send = (folder: number, files: FileAt[], confirmed = '') => {
    const added = files.map(({ file, path }) => {
      const id = crypto.randomUUID()
      const upload = sending(file, { path, folder, confirmed }, {
        onProgress: (sent) => set(id, { sent }),
        onSuccess: () => {
          set(id, { state: 'done', sent: file.size })
          ended(id)
        },
        onError: (why) => {
          set(id, { state: 'failed', error: why instanceof Problem ? `${why.detail} ${why.mend ?? ''}`.trim() : why.message })
          ended(id)
        },
      })
      uploads.current.set(id, upload)
      queue.current.push(id)
      return { id, path, bytes: file.size, sent: 0, state: 'waiting' as const, error: null }
    })
    setSendings((now) => [...now.filter((one) => one.state !== 'done'), ...added])
    next()
  }
  const pause = () => {
    for (const id of running.current) {
      void uploads.current.get(id)?.abort()
      set(id, { state: 'paused' })
      queue.current.unshift(id)
    }
    running.current.clear()
    for (const id of queue.current) set(id, { state: 'paused' })
  }
  const clear = () => {
    for (const id of running.current) void uploads.current.get(id)?.abort(true)
    uploads.current.clear()
    queue.current = []
    running.current.clear()
    setSendings([])
    void queries.invalidateQueries()
  }
  return { sendings, send, pause, goOn: next, clear }
}

/** The files of a drop, folders opened with all beneath them. */
export async function filesOf(items: DataTransferItemList): Promise<FileAt[]> {
  const entries = [...items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null)
  return (await Promise.all(entries.map((entry) => walk(entry, '')))).flat()
}

async function walk(entry: FileSystemEntry, above: string): Promise<FileAt[]> {
  const path = above ? `${above}/${entry.name}` : entry.name
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))
    return [{ file, path }]
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const found: FileSystemEntry[] = []
  // a reader gives its entries in portions, an empty one at the end
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (some.length === 0) break
    found.push(...some)
  }
  return (await Promise.all(found.map((inner) => walk(inner, path)))).flat()
}
