import type { Schemas, Step } from '../shared/api/client'
import { findingOf } from './words'

/** What a person may decide about steps that cannot run as they are. */
/** What is to be different for some steps; which edition of the list is meant is told beside it. */
export type Mending = Omit<Schemas['Mend'], 'seen'>

export interface Decision {
  word: string
  wish: Partial<Mending>
}

const COLLIDES = ['taken', 'twin', 'same_target']
const OF_NAMES = ['unusable', 'path_too_long', 'too_long', 'refused_sign', 'empty', 'control', 'not_text', 'invisible', 'reserved', 'edge', 'form']
const WAIT: Decision = { word: 'leave it waiting', wish: { collision: 'wait' } }
const BESIDE: Decision = { word: 'file beside, numbered', wish: { collision: 'beside' } }
const VERSION: Decision = { word: 'file as new version', wish: { collision: 'version' } }
const SAME: Decision = { word: 'skip the very same', wish: { collision: 'same' } }
const OFFERED: Decision = { word: 'name it as offered', wish: { as_offered: true } }
const OUT: Decision = { word: 'take it out', wish: { leave: true } }

/** The decisions that there are for a finding, in the order of their keys, 1 first. */
export function decisionsFor(finding: string): Decision[] {
  if (finding === 'same_target') return [WAIT, BESIDE, SAME, OUT] // nothing stands there yet to be a version of
  if (COLLIDES.includes(finding)) return [WAIT, BESIDE, VERSION, SAME, OUT]
  return OF_NAMES.includes(finding) ? [OFFERED, OUT] : [OUT]
}

/** The finding that keeps a step from running, the first where there are more. */
export function blockingOf(step: Step | undefined): string | undefined {
  return step?.findings.find((finding) => findingOf(finding.code).blocks)?.code
}

/** The next finding to decide after the one that is shown, the gravest first, round and round. */
export function nextToDecide(findings: Record<string, number>, order: readonly string[], shown: string): string | undefined {
  const open = Object.keys(findings)
    .filter((code) => findingOf(code).blocks)
    .sort((a, b) => (order.indexOf(a) + 1 || 99) - (order.indexOf(b) + 1 || 99))
  return open[(open.indexOf(shown) + 1) % Math.max(1, open.length)]
}
