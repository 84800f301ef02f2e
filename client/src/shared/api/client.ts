import createClient from 'openapi-fetch'
import type { components, paths } from './schema.gen'

export type Schemas = components['schemas']
export type Arrival = Schemas['Arrival']
export type Beside = Schemas['Beside']
export type Desk = Schemas['Desk']
export type Document = Schemas['Document']
export type Entry = Schemas['Entry']
export type Finding = Schemas['Finding']
export type Found = Schemas['Found']
export type House = Schemas['House']
export type Listed = Schemas['Listed']
export type Me = Schemas['Me']
export type OutlineEntry = Schemas['OutlineEntry']
export type Piece = Schemas['MarkedPart']
export type Preview = Schemas['Preview']
export type Segment = Schemas['NamePart']
export type Slip = Required<Schemas['Slip']>
export type ChangeList = Schemas['ChangeList']
export type Step = Schemas['Step']
export type Sort = string // a column, or the code of a field

/** A refusal or trouble, as RFC 9457 problem details tell it. */
export class Problem extends Error {
  constructor(
    readonly code: string,
    readonly detail: string,
    readonly mend: string | null,
    readonly requestId: string,
    readonly facts: Record<string, unknown>,
  ) {
    super(detail)
  }
}

let csrf = ''
export function carry(token: string): void {
  csrf = token
}

export function csrfToken(): string {
  return csrf
}

export const api = createClient<paths>({ baseUrl: '' })
api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Waka-CSRF', csrf)
    return request
  },
})

export function problemOf(body: unknown, status: number): Problem {
  if (typeof body === 'object' && body !== null && 'code' in body && 'detail' in body) {
    const told = body as Record<string, unknown>
    return new Problem(String(told.code), String(told.detail), (told.mend as string | null) ?? null, String(told.request_id ?? ''), told)
  }
  return new Problem('offline', `Waka does not answer as it should (${String(status)}).`, 'Is the server running? Try again in a moment.', '', {})
}

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer; throws the Problem that it tells instead. */
export async function told<T>(asked: Promise<Answer<T>>): Promise<NonNullable<T>> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch {
    throw new Problem('offline', 'Waka does not answer.', 'Is the server running? Try again in a moment.', '', {})
  }
  if (!answer.response.ok) throw problemOf(answer.error, answer.response.status)
  return answer.data as NonNullable<T>
}

// of each, a version: the id of an earlier one, null for the document as it is
export function pageUrl(number: number, page: number, width: number, version: number | null = null): string {
  return `/api/documents/${String(number)}/pages/${String(page)}?width=${String(width)}${version ? `&version=${String(version)}` : ''}`
}

export function fileUrl(number: number, version: number | null = null): string {
  return `/api/documents/${String(number)}/file${version ? `?version=${String(version)}` : ''}`
}

export function formattedUrl(number: number, words: string, version: number | null = null): string {
  const asked = new URLSearchParams({ ...(words && { words }), ...(version && { version: String(version) }) }).toString()
  return `/api/documents/${String(number)}/formatted${asked ? `?${asked}` : ''}${words ? '#first' : ''}`
}

export function zipUrl(numbers: readonly number[]): string {
  return `/api/documents/zip?numbers=${numbers.join(',')}`
}

export function folderSheetUrl(folder: number): string {
  return `/api/folders/${String(folder)}/documents.csv`
}

export function folderZipUrl(folder: number): string {
  return `/api/folders/${String(folder)}/zip`
}

export function listFileUrl(list: number, what: 'steps.csv' | 'steps.xlsx' | 'proof.csv'): string {
  return `/api/lists/${String(list)}/${what}`
}
