import { useMutation, useQueryClient } from '@tanstack/react-query'

/** Say something of the rules; everything that is told by them is asked anew. */
export function usePut<Wish>(put: (wish: Wish) => Promise<unknown>, onDone: () => void) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: put,
    onSuccess: async () => {
      onDone()
      await queries.invalidateQueries()
    },
  })
}

/** A code for what is called so: small letters and digits that no other has. */
export function codeFor(label: string, taken: readonly string[]): string {
  const plain = label
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 36)
  const base = plain || 'own'
  let code = base
  for (let at = 2; taken.includes(code); at += 1) code = `${base}_${String(at)}`
  return code
}
