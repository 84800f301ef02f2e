import { useState, type DragEvent } from 'react'

const TYPE = 'application/x-waka-documents'
const FOLDER = 'application/x-waka-folder'

/** Documents that are dragged within Waka travel by their numbers. */
export function carryAway(event: DragEvent, numbers: readonly number[]): void {
  event.dataTransfer.setData(TYPE, JSON.stringify(numbers))
  event.dataTransfer.effectAllowed = 'copyMove'
}

/** A whole folder travels by its own number. */
export function carryFolder(event: DragEvent, folder: number): void {
  event.dataTransfer.setData(FOLDER, String(folder))
  event.dataTransfer.effectAllowed = 'move'
}

function isOurs(event: DragEvent): boolean {
  return event.dataTransfer.types.includes(TYPE) || event.dataTransfer.types.includes(FOLDER)
}

export interface Dropped {
  numbers: number[]
  copies: boolean // Ctrl was held
  folder?: number // a whole folder instead of documents
}

/** What makes an element take documents: spread `props` on it; `over` while something hovers. */
export function useDrop(onDrop: ((dropped: Dropped) => void) | undefined) {
  const [over, setOver] = useState(false)
  if (!onDrop) return { over: false, props: {} }
  return {
    over,
    props: {
      onDragOver: (event: DragEvent) => {
        if (!isOurs(event)) return
        event.preventDefault()
        event.dataTransfer.dropEffect = event.ctrlKey ? 'copy' : 'move'
        setOver(true)
      },
      onDragLeave: () => setOver(false),
      onDrop: (event: DragEvent) => {
        if (!isOurs(event)) return
        event.preventDefault()
        event.stopPropagation()
        setOver(false)
        const folder = event.dataTransfer.getData(FOLDER)
        if (folder) onDrop({ numbers: [], copies: false, folder: Number(folder) })
        else onDrop({ numbers: JSON.parse(event.dataTransfer.getData(TYPE)) as number[], copies: event.ctrlKey })
      },
    },
  }
}
