/** Where Dessin lies at its server: at its root, or behind a proxy under a part of an address that it shares with others. */

/** '' at the root, else as "/dessin". The server writes it into the page. */
export const BASE: string =
  globalThis.document?.querySelector<HTMLMetaElement>('meta[name="dessin-base"]')?.content.replace(/\/+$/, '') ?? '';
/** Address of a path of this server: of the API, or of a page. */
export const at = (path: string): string => `${BASE}${path}`;
/** The same for another machine: what a code or a link says. */
export const home = (): string => `${window.location.origin}${BASE}`;
