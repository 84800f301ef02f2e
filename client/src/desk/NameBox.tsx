import type { Preview } from '../shared/api/client'
import { SegmentedName } from '../shared/SegmentedName'

/** The name as it composes itself, what is still missing, and what the name would be refused for. */
export function NameBox({ preview, problems, onUseExtension }: { preview: Preview | undefined; problems: Map<string, string>; onUseExtension: () => void }) {
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
        <small key={finding.code} className={finding.code === 'wrong_extension' ? 'wait' : 'bad'}>
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
    </div>
  )
}
