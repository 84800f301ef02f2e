import type { RefObject } from 'react'
import { Problem } from '../shared/api/client'

export interface Upload {
  id: string
  name: string
  share: number // sent, 0 to 1
  error: unknown
}

interface Props {
  uploads: Upload[]
  inputRef: RefObject<HTMLInputElement | null>
  onChoose: () => void
  onFiles: (files: File[]) => void
  onClear: (id: string) => void
}

/** Handing in from this computer: a picker, and how far each file is. */
export function Uploads({ uploads, inputRef, onChoose, onFiles, onClear }: Props) {
  return (
    <div className="uploads">
      {uploads.map((upload) => (
        <div key={upload.id} className="row" role={upload.error ? 'alert' : 'status'}>
          <code>{upload.name}</code>
          {upload.error ? (
            <small className="bad">
              {upload.error instanceof Problem ? `${upload.error.detail} ${upload.error.mend ?? ''}` : 'could not be sent'}{' '}
              <button type="button" className="link" onClick={() => onClear(upload.id)}>
                clear
              </button>
            </small>
          ) : (
            <small>{Math.round(upload.share * 100)}% sent</small>
          )}
        </div>
      ))}
      <input
        ref={inputRef}
        type="file"
        multiple
        hidden
        aria-label="Files to hand in"
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      <button type="button" className="handin" onClick={onChoose}>
        Hand in files <kbd>U</kbd> <span>or drop them here</span>
      </button>
    </div>
  )
}
