import { splitName } from './documents/names'

/** A name as it is, its extension always at the end: letters of other scripts, or marks that turn the writing, stay within the stem. */
export function FileName({ name }: { name: string }) {
  const [stem, extension] = splitName(name)
  return (
    <code className="filename">
      <bdi>{stem}</bdi>
      <bdi>{extension}</bdi>
    </code>
  )
}
