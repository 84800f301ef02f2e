import type { Preview } from '../shared/api/client'
import { SegmentedName } from '../shared/SegmentedName'

/** Signature three: the destination folder around the spot where the new name will sort. */
export function NeighbourStrip({ preview }: { preview: Preview }) {
  if (!preview.folder || !preview.name) return null
  const alone = preview.before.length + preview.after.length === 0
  return (
    <ol className="strip" aria-label="Where it will stand">
      {preview.before.map((beside) => (
        <li key={beside.number}>
          <SegmentedName segments={beside.segments} />
        </li>
      ))}
      <li className="ghost" aria-label={`Here: ${preview.name}`}>
        <SegmentedName segments={preview.segments} />
      </li>
      {preview.after.map((beside) => (
        <li key={beside.number}>
          <SegmentedName segments={beside.segments} />
        </li>
      ))}
      {alone && <li className="soft">the first document in this folder</li>}
    </ol>
  )
}
