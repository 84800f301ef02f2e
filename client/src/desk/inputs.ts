import { useRef, type RefObject } from 'react'
import type { FieldName } from './model'

/** The fields of the slip, so that a key or a refusal can put the cursor where it belongs. */
export type Inputs = Record<Exclude<FieldName, 'what'>, RefObject<HTMLInputElement | null>> & { what: RefObject<HTMLTextAreaElement | null> }

export function useInputs(): Inputs {
  return {
    kind: useRef(null), who: useRef(null), short: useRef(null), when: useRef(null), what: useRef(null),
    reference: useRef(null), amount: useRef(null), folder: useRef(null),
  }
}

/** Put the cursor into a field, whichever it is, so that what is typed next takes the place of what stands there. */
export function focusOn(inputs: Inputs, field: string): void {
  const known = field in inputs ? inputs[field as FieldName].current : null
  const found = known ?? document.querySelector<HTMLInputElement>(`[data-field="${CSS.escape(field)}"] input`)
  found?.focus()
  found?.select()
}
