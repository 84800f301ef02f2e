/**
 * The nonce by which the policy lets in style sheets that the interface makes for itself. Parts of the component
 * library make some without asking for it (a dialog that holds the page still), so each one made here is given it;
 * only scripts of our own can make any.
 */
export const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? ''

const make = document.createElement.bind(document)
document.createElement = ((name: string, options?: ElementCreationOptions) => {
  const made = make(name, options)
  if (name === 'style') made.nonce = nonce
  return made
}) as typeof document.createElement
