import { useState, type ImgHTMLAttributes } from 'react'

const PAUSES = [1000, 2000, 4000, 8000] // milliseconds until the next try of a page that is still being made

/** A page as a picture; one that is still being made is asked for again, before it counts as failed. */
export function PageImage({ onFailed, alt, ...rest }: Omit<ImgHTMLAttributes<HTMLImageElement>, 'onError'> & { alt: string; onFailed: () => void }) {
  const [tries, setTries] = useState(0)
  const onError = () => {
    const pause = PAUSES[tries]
    if (pause === undefined) onFailed()
    else setTimeout(() => setTries(tries + 1), pause)
  }
  return <img key={tries} alt={alt} onError={onError} {...rest} />
}
