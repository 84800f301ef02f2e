import { DetailedError, Upload } from 'tus-js-client'
import { csrfToken, problemOf } from './client'

const PIECE = 16 * 1024 * 1024

interface Where {
  path: string // with the folders it came in
  folder?: number // none: to the desk
  confirmed?: string // the statement of the folder's charter, where it has one
}

interface Told {
  onProgress: (sent: number) => void
  onSuccess: () => void
  onError: (why: Error) => void
}

/** A file on its way, in pieces: it can be paused and gone on with, also after a break. */
export function sending(file: File, where: Where, { onProgress, onSuccess, onError }: Told): Upload {
  return new Upload(file, {
    endpoint: '/api/uploads',
    chunkSize: PIECE,
    metadata: { path: where.path, ...(where.folder !== undefined && { folder: String(where.folder) }), ...(where.confirmed && { confirmed: where.confirmed }) },
    headers: { 'X-Waka-CSRF': csrfToken() },
    retryDelays: [500, 2000, 5000],
    storeFingerprintForResuming: false,
    onProgress,
    onSuccess,
    onError: (error) => onError(meant(error)),
    onShouldRetry: (error) => (error.originalResponse?.getStatus() ?? 0) === 0 || error.originalResponse?.getStatus() === 503,
  })
}

/** What went wrong, as the server tells it. */
function meant(error: Error): Error {
  if (!(error instanceof DetailedError) || !error.originalResponse) return new Error('The connection broke.')
  try {
    return problemOf(JSON.parse(error.originalResponse.getBody()), error.originalResponse.getStatus())
  } catch {
    return new Error('Waka does not answer as it should.')
  }
}
