export function Saving(_: { readonly pictured: unknown; readonly light: unknown }) {
  return null;
}
