/** What cookies and links hold: known here by its hash alone. */
import { createHash, randomBytes } from 'node:crypto';

/** Nobody guesses one: 256 bits. */
export const newToken = (): string => randomBytes(32).toString('base64url');
export const hashOfToken = (token: string): string => createHash('sha256').update(token).digest('base64url');
