/** Security keys in the browser: what the server asks of one, and what it says (W3C Web Authentication). */
const bytes = (text: string) =>
  Uint8Array.from(atob(text.replace(/-/g, '+').replace(/_/g, '/')), letter => letter.charCodeAt(0))
const text = (buffer: ArrayBuffer) =>
  btoa(String.fromCharCode(...new Uint8Array(buffer)))
    .replace(/\+/g, '-')
    .replace(/\//g, '_')
    .replace(/=/g, '')

/** A key as the server names it. */
interface Named {
  id: string
  type: 'public-key'
}
export interface Wanted {
  challenge: string
  user: { id: string; name: string; displayName: string }
  excludeCredentials?: Named[]
  [more: string]: unknown
}
export interface Asked {
  challenge: string
  allowCredentials?: Named[]
  [more: string]: unknown
}
const named = (keys: Named[] = []) => keys.map(key => ({ ...key, id: bytes(key.id) }))

/** No key works at an address of figures, nor where the connection is not safe. */
export const keysWork = () =>
  'PublicKeyCredential' in window && isSecureContext && !/^[\d.:[\]]+$/.test(location.hostname)

/** Has a key made for this person. Throws where the person or the key refuses. */
export async function makeKey(wanted: Wanted) {
  const made = (await navigator.credentials.create({
    publicKey: {
      ...(wanted as unknown as PublicKeyCredentialCreationOptions),
      challenge: bytes(wanted.challenge),
      user: { ...wanted.user, id: bytes(wanted.user.id) },
      excludeCredentials: named(wanted.excludeCredentials),
    },
  })) as PublicKeyCredential
  const response = made.response as AuthenticatorAttestationResponse
  return {
    type: made.type,
    id: text(made.rawId),
    rawId: text(made.rawId),
    response: {
      attestationObject: text(response.attestationObject),
      clientDataJSON: text(response.clientDataJSON),
    },
  }
}

/** Has one of the person's keys prove that it is there. Throws where the person or the key refuses. */
export async function proveKey(asked: Asked) {
  const proof = (await navigator.credentials.get({
    publicKey: {
      ...(asked as unknown as PublicKeyCredentialRequestOptions),
      challenge: bytes(asked.challenge),
      allowCredentials: named(asked.allowCredentials),
    },
  })) as PublicKeyCredential
  const response = proof.response as AuthenticatorAssertionResponse
  return {
    type: proof.type,
    id: text(proof.rawId),
    rawId: text(proof.rawId),
    response: {
      authenticatorData: text(response.authenticatorData),
      clientDataJSON: text(response.clientDataJSON),
      signature: text(response.signature),
      ...(response.userHandle ? { userHandle: text(response.userHandle) } : {}),
    },
  }
}
