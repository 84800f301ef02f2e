/** A name's stem and its extension with the dot; what looks like part of a sentence or of a day is none. */
export function splitName(name: string): [string, string] {
  const found = /^(.+?)((?:\.tar)?\.(?=\d*[A-Za-z])[A-Za-z0-9]{1,8})$/.exec(name)
  return found ? [found[1] ?? name, found[2] ?? ''] : [name, '']
}
