import type { Preview } from '../shared/api/client'
import { number } from '../shared/format'
import { SegmentedName } from '../shared/SegmentedName'

interface Props {
  preview: Preview | undefined
  problems: Map<string, string>
  asVersion: boolean
  onUseExtension: () => void
  onAsVersion: (wish: boolean) => void
}

/** The name as it composes itself, what is still missing, and what the name would be refused for. */
export function NameBox({ preview, problems, asVersion, onUseExtension, onAsVersion }: Props) {
  const missing = [...problems.values()]
  return (
    <div className="namebox" aria-live="polite">
      {preview?.name ? (
        <SegmentedName segments={preview.segments} labelled />
      ) : (
        <span className="wait">{missing.length > 0 ? missing.join(' · ') : 'The name composes itself as you type.'}</span>
      )}
      {preview?.shortened && <small className="wait">“{preview.shortened}” was shortened to keep the name at 80 characters.</small>}
      {preview?.findings.map((finding) => (
        <small key={finding.code} className={['wrong_extension', 'new_version'].includes(finding.code) ? 'wait' : 'bad'}>
          {finding.message}.{' '}
          {finding.code === 'wrong_extension' ? (
            <button type="button" className="link" onClick={onUseExtension}>
              Use {finding.mend} <kbd>Alt X</kbd>
            </button>
          ) : (
            finding.mend && <>Free: <code>{finding.mend}</code></>
          )}
        </small>
      ))}
      {preview?.stands && (asVersion || !preview.stands.same_bytes) && (
        <small>
          <button type="button" className="link" onClick={() => onAsVersion(!asVersion)}>
            {asVersion ? 'No, by itself' : `File as version ${String(preview.stands.version + 1)} of No. ${number(preview.stands.number)}`} <kbd>Alt V</kbd>
          </button>
        </small>
      )}
    </div>
  )
}
