/** The public half of a person's key: it locks and cannot open. */
export interface Lock {
  readonly kty: string;
  readonly crv: string;
  readonly x: string;
  readonly y: string;
}

/** Something that only the person whose lock it was can open. */
export interface Sealed {
  readonly sender: JsonWebKey;
  readonly iv: Uint8Array<ArrayBuffer>;
  readonly data: ArrayBuffer;
}

const CURVE = { name: 'ECDH', namedCurve: 'P-256' } as const;
const INFO = new TextEncoder().encode('kite string: words kept on a device');

/** The key that both sides come to: agreement over P-256 (SP 800-56A), then HKDF (RFC 5869), for AES-GCM. */
async function shared(own: CryptoKey, other: CryptoKey, use: 'encrypt' | 'decrypt'): Promise<CryptoKey> {
  const bits = await crypto.subtle.deriveBits({ name: 'ECDH', public: other }, own, 256);
  const base = await crypto.subtle.importKey('raw', bits, 'HKDF', false, ['deriveKey']);
  const derivation = { name: 'HKDF', hash: 'SHA-256', salt: new Uint8Array(), info: INFO };
  return crypto.subtle.deriveKey(derivation, base, { name: 'AES-GCM', length: 256 }, false, [use]);
}

/** Locks bytes for one person. */
export async function seal({ kty, crv, x, y }: Lock, bytes: Uint8Array<ArrayBuffer>): Promise<Sealed> {
  const pair = await crypto.subtle.generateKey(CURVE, true, ['deriveBits']);
  const other = await crypto.subtle.importKey('jwk', { kty, crv, x, y }, CURVE, false, []);
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const data = await crypto.subtle.encrypt(
    { name: 'AES-GCM', iv },
    await shared(pair.privateKey, other, 'encrypt'),
    bytes,
  );
  return { sender: await crypto.subtle.exportKey('jwk', pair.publicKey), iv, data };
}

/**
 * Opens what was locked.
 *
 * @throws OperationError for another person's, or where something was changed
 */
export async function unseal(key: JsonWebKey, { sender, iv, data }: Sealed): Promise<Uint8Array<ArrayBuffer>> {
  const own = await crypto.subtle.importKey('jwk', key, CURVE, false, ['deriveBits']);
  const other = await crypto.subtle.importKey('jwk', sender, CURVE, false, []);
  return new Uint8Array(
    await crypto.subtle.decrypt({ name: 'AES-GCM', iv }, await shared(own, other, 'decrypt'), data),
  );
}
